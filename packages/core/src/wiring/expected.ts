import type { FinishedCar, SignalSource } from '../model/finished-car.ts';
import type { PlayedCoil, PlayResult } from './circuit/play.ts';

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

/** Every factory output that a source is made from, in the finished car. */
export function outputsOf(
  source: SignalSource | null,
  { devices }: Pick<FinishedCar, 'devices'>,
): Set<string> {
  if (!source || source.from === 'data') return new Set();
  if (source.from === 'output') return new Set([source.pairId]);
  const device = devices.find((d) => d.id === source.deviceId);
  const of = device?.outputs.find((o) => o.n === source.output)?.of ?? [];
  const inputs = device?.inputs.filter((i) => of.includes(i.n)) ?? [];
  return new Set(inputs.flatMap((i) => [...outputsOf(i.source, { devices })]));
}

/** Speakers that get their signal from the car's data: no factory output tells whether they play. */
export const unheard = (car: FinishedCar): string[] =>
  car.speakers
    .filter(({ coils }) => coils.some((c) => c.source !== null && outputsOf(c.source, car).size === 0))
    .map((s) => s.id);

/** What cables, contacts and other loads may change without anybody hearing it, dB. */
const SAME_DB = 1;

/**
 * Where what is heard is not what the plan says: who plays what, and which way, by the finished car; how loud, against
 * the wiring as it was derived.
 *
 * @param planned the same, played on the netlist as derived
 */
export function hearingDifferences(
  played: PlayResult,
  planned: PlayResult,
  car: FinishedCar,
): HearingDifference[] {
  const [now, then] = [gains(played), gains(planned)];
  return car.speakers.flatMap(({ id: speakerId, coils }) =>
    coils.flatMap(({ source }, coil): HearingDifference[] => {
      const meant = outputsOf(source, car);
      return played.outputs.flatMap(({ pairId }): HearingDifference[] => {
        const at = { pairId, speakerId, coil };
        const gain = now.get(keyOf(at)) ?? 0;
        if (!meant.has(pairId)) return gain === 0 ? [] : [{ ...at, kind: 'stray', db: null }];
        if (gain === 0) return [{ ...at, kind: 'silent', db: null }];
        const db = 20 * Math.log10(Math.abs(gain / (then.get(keyOf(at)) ?? gain)));
        if (gain < 0) return [{ ...at, kind: 'reversed', db }];
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
