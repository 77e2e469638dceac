import type { PairFinding } from '../harness/finding-types.ts';
import type { HarnessMap, HarnessWorkings } from '../harness/map-harness.ts';
import { placeOf } from '../harness/words.ts';
import type { OutputEnd, Pair, PairFields, Unit } from '../model/unit.ts';
import { pairName } from '../model/unit.ts';
import { isAudio } from '../readings/likelihood.ts';
import type { OutputsFound } from '../model/views.ts';
import type { Channel, Way } from '../model/words.ts';

/** What *Outputs to Listen* does, worked out before anything is written. */
export interface ToListen {
  /** with the ways heard on it, a speaker each */
  add: { unitId: string; fields: PairFields; ways: Way[] }[];
  /** outputs that were there without a place and get one, or whose line gets its other end */
  join: { pairId: string; ends: OutputEnd[] }[];
  /** pairs that stay out, and why */
  leaveOut: { place: string; because: string }[];
}

/** Wires of pairs that carry audio, seen from the job's outputs as they are. */
type Known = Pick<Pair, 'id' | 'unitId' | 'side' | 'axle' | 'way' | 'suffix' | 'ends'>;

/**
 * Outputs for all that Find's map settled: a pair that drives speakers is an output of its unit, an input of an amplifier
 * is an output of the radio that feeds it. Never two outputs on one cavity; what stays out is said with its reason.
 */
export function outputsToListen(
  workings: Pick<HarnessWorkings, 'map' | 'wires' | 'indexOf' | 'input'>,
  units: readonly Pick<Unit, 'id' | 'kind' | 'name'>[],
  known: readonly Known[],
): ToListen {
  const result: ToListen = { add: [], join: [], leaveOut: [] };
  for (const pair of audioPairs(workings.map)) {
    const place = placeOf(workings, pair.plusCavityId, pair.minusCavityId);
    const because = takeIn(pair, workings, units, known, result);
    if (because !== null) result.leaveOut.push({ place, because });
  }
  return result;
}

/** Pairs of wires that nobody has read yet are not worth a word, nor what is less likely than not a pair. */
function audioPairs(map: HarnessMap): PairFinding[] {
  const read = new Set(map.cavities.filter((c) => c.readings > 0).map((c) => c.cavityId));
  return map.pairs.filter(
    ({ kind, state, probability, plusCavityId, minusCavityId }) =>
      isAudio(kind) &&
      (state !== 'open' || (probability >= 0.5 && read.has(plusCavityId) && read.has(minusCavityId))),
  );
}

/** @returns why a pair stays out; null when it is in, or was before */
function takeIn(
  pair: PairFinding,
  { wires, indexOf, input }: Pick<HarnessWorkings, 'wires' | 'indexOf' | 'input'>,
  units: readonly Pick<Unit, 'id' | 'kind' | 'name'>[],
  known: readonly Known[],
  result: ToListen,
): string | null {
  const cavities = [pair.plusCavityId, pair.minusCavityId];
  const claimed = known.filter((o) => o.ends.some((e) => cavities.includes(e.cavityId)));
  if (claimed.some((o) => cavities.every((id) => o.ends.some((e) => e.cavityId === id)))) return null;
  if (claimed.length > 0)
    return `${claimed.map(pairName).join(' and ')} ${claimed.length === 1 ? 'has' : 'each have'} one of these wires already: settle the difference shown there.`;
  if (pair.state === 'open') return 'It is not sure yet that the two are a pair: take the next test.';
  if (!pair.channel || pair.channel.state === 'open')
    return 'Its channel is not known: put a tone on it, or move the balance.';
  const unitIds = new Set(cavities.map((id) => input.connectors[wires[indexOf.get(id)!].connector].unitId));
  if (unitIds.size > 1) return 'Its wires are on plugs of two units: check which unit each plug belongs to.';
  const at = units.find((u) => unitIds.has(u.id));
  if (!at) return 'Its unit was removed.';
  const owner = ownerOf(pair, at, units);
  if ('because' in owner) return owner.because;
  place(pair, owner.unitId, known, result);
  return null;
}

type Owner = { unitId: string } | { because: string };

function ownerOf(
  pair: PairFinding,
  at: Pick<Unit, 'id' | 'kind'>,
  units: readonly Pick<Unit, 'id' | 'kind' | 'name'>[],
): Owner {
  if (pair.kind === 'output') return { unitId: at.id };
  if (at.kind === 'radio')
    return { because: 'It reads as an input of the radio. If it is a line output, add it in Listen.' };
  const radios = units.filter((u) => u.kind === 'radio');
  if (radios.length === 0)
    return {
      because: 'It is fed by the radio, which this job does not list: add the radio as a unit in Listen.',
    };
  return radios.length === 1
    ? { unitId: radios[0].id }
    : {
        because: `More than one radio could feed it (${radios.map((u) => u.name).join(', ')}): add it in Listen.`,
      };
}

const sameChannel = (a: Channel, b: Channel) => a.side === b.side && a.axle === b.axle && a.way === b.way;

/** Onto the one output of this channel that has no wires at this end yet, or as a new one. */
function place(pair: PairFinding, unitId: string, known: readonly Known[], result: ToListen): void {
  const { channel } = pair.channel!;
  const ends: OutputEnd[] = [
    { sign: 'plus', cavityId: pair.plusCavityId },
    { sign: 'minus', cavityId: pair.minusCavityId },
  ];
  const twins = known.filter((o) => o.unitId === unitId && sameChannel(o, channel));
  const joined = new Set(result.join.map((j) => j.pairId));
  const open = twins.filter((o) => !joined.has(o.id) && o.ends.length <= (pair.kind === 'input' ? 2 : 0));
  if (twins.length === 1 && open.length === 1) {
    const own = open[0].ends.map(({ sign, cavityId }) => ({ sign, cavityId }));
    result.join.push({ pairId: open[0].id, ends: [...own, ...ends] });
    return;
  }
  const more = result.add.filter((a) => a.unitId === unitId && sameChannel(a.fields, channel)).length;
  const suffix = twins.length + more > 0 ? `${twins.length + more + 1}` : '';
  result.add.push({
    unitId,
    fields: {
      ...channel,
      suffix,
      ends,
      placeText: '',
      stage: pair.kind === 'input' ? 'line' : 'unknown',
      statedPolarity: 'unknown',
    },
    ways: pair.drivers.length > 0 ? pair.drivers : [channel.way],
  });
}

/** `4 outputs added to Listen, 1 joined to its wires, 2 left out.` */
export function outputsFoundWords({ added, joined, leftOut }: OutputsFound): string {
  const parts = [
    added.length > 0 ? `${added.length} ${added.length === 1 ? 'output' : 'outputs'} added to Listen` : '',
    joined.length > 0 ? `${joined.length} joined to ${joined.length === 1 ? 'its' : 'their'} wires` : '',
    leftOut.length > 0 ? `${leftOut.length} left out` : '',
  ].filter(Boolean);
  return parts.length > 0 ? `${parts.join(', ')}.` : 'Listen has all of these outputs already.';
}
