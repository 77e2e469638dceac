import type { EndView, FactorySpeaker, Pair, Unit } from '../model/unit.ts';
import { pairName } from '../model/unit.ts';
import { channelName } from '../model/words.ts';

interface Placed {
  ends: readonly Pick<EndView, 'sign' | 'unitId' | 'plug' | 'cavity'>[];
  placeText: string;
}

/**
 * Where an output's wires sit, plus before minus: `C2 · 3/4`; from one end of a line to the other `R1 · 1/11 → C2 · 9/10`.
 * What somebody only wrote down where no plug is drawn; empty when nothing is known.
 */
export function pairPlace({ ends, placeText }: Placed): string {
  if (ends.length === 0) return placeText;
  const units = [...new Set(ends.map((e) => e.unitId))];
  return units
    .map((unitId) => {
      const own = ends.filter((e) => e.unitId === unitId).sort(plusFirst);
      const plugs = new Set(own.map((e) => e.plug));
      return plugs.size === 1
        ? `${own[0].plug} · ${own.map((e) => e.cavity).join('/')}`
        : own.map((e) => `${e.plug} · ${e.cavity}`).join(' / ');
    })
    .join(' → ');
}

const plusFirst = (a: Pick<EndView, 'sign'>, b: Pick<EndView, 'sign'>) =>
  Number(a.sign === 'minus') - Number(b.sign === 'minus');

/** Whether an output is joined to cavities of drawn plugs, or only described, or not even that. */
export function placeKnown({ ends, placeText }: Placed): 'joined' | 'noted' | 'unknown' {
  if (ends.length > 0) return 'joined';
  return placeText === '' ? 'unknown' : 'noted';
}

/** The wire of one sign, seen before claimed; null when nobody knows it. */
export function wireOfSign(
  ends: readonly Pick<EndView, 'sign' | 'wire' | 'wireStanding'>[],
  sign: 'plus' | 'minus',
): string | null {
  const own = ends.filter((e) => e.sign === sign && e.wire !== null);
  return (own.find((e) => e.wireStanding === 'measured') ?? own[0])?.wire ?? null;
}

/** A radio's outputs drive speakers only where no amplifier is listed behind it. */
export function drivesSpeakers(unit: Pick<Unit, 'kind'>, units: readonly Pick<Unit, 'kind'>[]): boolean {
  return unit.kind !== 'radio' || units.every((u) => u.kind === 'radio');
}

/** What an installer calls a factory speaker, by what drives it: `Front left tweeter`, `Subwoofer, coil 1 and coil 2`. */
export function speakerName(
  { way, coils }: Pick<FactorySpeaker, 'way' | 'coils'>,
  outputs: readonly Pick<Pair, 'id' | 'side' | 'axle' | 'way' | 'suffix'>[],
): string {
  const driving = coils.flatMap((c) => outputs.find((o) => o.id === c.pairId) ?? []);
  if (driving.length === 0) return way === 'full' ? 'Speaker, not driven' : `${channelWay(way)}, not driven`;
  const [first] = driving;
  if (driving.length === 1 && coils.length === 1 && first.suffix) return pairName({ ...first, way });
  const labels = driving.map((o) => o.suffix).filter(Boolean);
  return [channelName({ ...first, way }), labels.length > 1 ? labels.join(' and ') : '']
    .filter(Boolean)
    .join(', ');
}

const channelWay = (way: FactorySpeaker['way']) => channelName({ side: 'mono', axle: 'other', way });
