import type { FinishedSpeaker, SignalSource } from '../model/finished-car.ts';
import type { PlayedCoil, PlayResult } from './circuit/play.ts';
import { swapAtInput, swapAtSpeaker } from './swapped.ts';
import type { WiringInput } from './wiring-input.ts';

/** A coil that does not play what the plan says. */
export interface HearingDifference {
  pairId: string;
  speakerId: string;
  coil: number;
  /** `stray`: an output that has nothing to do with it is heard there */
  kind: 'silent' | 'stray' | 'reversed' | 'level';
  /** against the wiring as planned, dB; null: nothing is heard, or nothing was planned */
  db: number | null;
}

type Planned = Pick<WiringInput, 'car' | 'feeds'>;

/** Every factory output that a source is made from, and which way its signal comes by what the plan turns over. */
export function outputsOf(source: SignalSource | null, planned: Planned): Map<string, 1 | -1> {
  if (!source || source.from === 'data') return new Map();
  if (source.from === 'output') return new Map([[source.pairId, 1]]);
  const device = planned.car.devices.find((d) => d.id === source.deviceId);
  const of = device?.outputs.find((o) => o.n === source.output)?.of ?? [];
  return new Map(
    (device?.inputs ?? [])
      .filter((i) => of.includes(i.n))
      .flatMap((i) => {
        const turn = swapAtInput(device!, i.n, planned) === 'swapped' ? -1 : 1;
        return [...outputsOf(i.source, planned)].map(([id, way]) => [id, way === turn ? 1 : -1] as const);
      }),
  );
}

/** What a coil of a speaker is to play, by output, with the way round that the plan gives it. */
function meantFor(speaker: FinishedSpeaker, coil: number, planned: Planned): Map<string, 1 | -1> {
  const own = outputsOf(speaker.coils[coil].source, planned);
  return swapAtSpeaker(speaker, planned)
    ? new Map([...own].map(([id, way]) => [id, way === 1 ? -1 : 1]))
    : own;
}

/** Speakers that get their signal from the car's data: no factory output tells whether they play. */
export const unheard = (planned: Planned): string[] =>
  planned.car.speakers
    .filter(({ coils }) => coils.some((c) => c.source !== null && outputsOf(c.source, planned).size === 0))
    .map((s) => s.id);

/** What cables, contacts and other loads may change without anybody hearing it, dB. */
const SAME_DB = 1;

/**
 * Where what is heard is not what the plan says: who plays what, and which way, by the finished car; how loud, against
 * the wiring as it was derived.
 *
 * @param derived the same, played on the netlist as it follows from the plan
 */
export function hearingDifferences(
  played: PlayResult,
  derived: PlayResult,
  planned: Planned,
): HearingDifference[] {
  const [now, then] = [gains(played), gains(derived)];
  return planned.car.speakers.flatMap((speaker) =>
    speaker.coils.flatMap((_, coil): HearingDifference[] => {
      const meant = meantFor(speaker, coil, planned);
      return played.outputs.flatMap(({ pairId }): HearingDifference[] => {
        const at = { pairId, speakerId: speaker.id, coil };
        const gain = now.get(keyOf(at)) ?? 0;
        const way = meant.get(pairId);
        if (way === undefined) return gain === 0 ? [] : [{ ...at, kind: 'stray', db: null }];
        if (gain === 0) return [{ ...at, kind: 'silent', db: null }];
        const db = 20 * Math.log10(Math.abs(gain / (then.get(keyOf(at)) ?? gain)));
        if (Math.sign(gain) !== way) return [{ ...at, kind: 'reversed', db }];
        return Math.abs(db) < SAME_DB ? [] : [{ ...at, kind: 'level', db }];
      });
    }),
  );
}

const keyOf = ({ pairId, speakerId, coil }: Omit<PlayedCoil, 'gain'> & { pairId: string }) =>
  `${pairId} ${speakerId} ${coil}`;

const gains = ({ outputs }: PlayResult): Map<string, number> =>
  new Map(
    outputs.flatMap(({ pairId, coils }) => coils.map((c) => [keyOf({ ...c, pairId }), c.gain] as const)),
  );
