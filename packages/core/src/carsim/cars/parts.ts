import type { CheckBody } from '../../model/check.ts';
import { ADDED_SOUNDS } from '../../model/sounds.ts';
import type { Axle, Side, Way } from '../../model/words.ts';
import type { Stage } from '../../model/unit.ts';
import type { SimulatedOutput } from '../simulated-car.ts';
import type { SimulatedFilter, SimulatedPeak } from '../transfer.ts';

/** Every added sound was listened for at an output and is not on it. */
export const NO_SOUNDS: CheckBody[] = ADDED_SOUNDS.map((sound) => ({
  kind: 'added-sound',
  sound,
  heard: false,
  madeIn: 'unknown',
  levelDb: null,
}));

/** What the law asks for was traced to speakers of its own. */
export const OWN_SOUNDERS: CheckBody[] = (
  ['chimes', 'indicator', 'emergency-call', 'seat-belt'] as const
).map((sound) => ({ kind: 'added-sound', sound, heard: false, madeIn: 'own-speaker', levelDb: null }));

export const highPass = (
  family: SimulatedFilter['family'],
  order: number,
  cornerHz: number,
): SimulatedFilter => ({
  side: 'high-pass',
  family,
  order,
  cornerHz,
});
export const lowPass = (
  family: SimulatedFilter['family'],
  order: number,
  cornerHz: number,
): SimulatedFilter => ({
  side: 'low-pass',
  family,
  order,
  cornerHz,
});
export const peak = (frequencyHz: number, gainDb: number, q: number): SimulatedPeak => ({
  frequencyHz,
  gainDb,
  q,
});

interface OutputOptions {
  suffix?: string;
  gainDb?: number;
  filters?: SimulatedFilter[];
  peaks?: SimulatedPeak[];
  /** s */
  delay?: number;
  /** plus and minus are the other way round than the labels say */
  inverted?: boolean;
  stage?: Stage;
  statedPolarity?: 'normal' | 'reversed';
  measuredAtSteps?: number[];
  tonesAtSteps?: number[];
  silences?: boolean;
  checks?: CheckBody[];
  withPhase?: boolean;
  fixed?: boolean;
}

/** An output on a plug: `at` is plug, plus cavity, minus cavity; `wires` are plus and minus. */
export function output(
  channel: [Side, Axle, Way],
  at: [string, number, number],
  wires: [string, string],
  o: OutputOptions = {},
): SimulatedOutput {
  const [side, axle, way] = channel;
  return {
    pair: {
      side,
      axle,
      way,
      suffix: o.suffix ?? '',
      stage: o.stage ?? 'unknown',
      statedPolarity: o.statedPolarity ?? 'unknown',
    },
    at,
    wires,
    chain: {
      gainDb: o.gainDb ?? 0,
      filters: o.filters ?? [],
      peaks: o.peaks ?? [],
      delay: o.delay ?? 0,
      inverted: o.inverted ?? false,
    },
    measuredAtSteps: o.measuredAtSteps ?? [18],
    tonesAtSteps: o.tonesAtSteps ?? [],
    silences: o.silences ?? false,
    checks: o.checks ?? [],
    withPhase: o.withPhase ?? false,
    fixed: o.fixed ?? false,
  };
}
