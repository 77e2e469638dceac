import type { Conditions } from '../model/conditions.ts';
import type { Role } from '../model/sheet.ts';

/** Kinds of two-wire nets that are found as pairs. */
export const PAIR_KINDS = ['output', 'input', 'data', 'microphone'] as const;
export type PairKind = (typeof PAIR_KINDS)[number];

/** Signals on which outputs and inputs are planned: those with a channel and a polarity. */
export const isAudio = (kind: PairKind): kind is 'output' | 'input' => kind === 'output' || kind === 'input';

/** What the readings of a car as a whole say of it, volts; null: no feed was read in that state. */
export interface CarVolts {
  /** of its battery feeds with everything off */
  off: number | null;
  /** with the ignition or the radio on */
  on: number | null;
}
export const UNKNOWN_CAR: CarVolts = { off: null, on: null };

/**
 * How likely a reading is, in one signature for every instrument. Values are densities or probabilities on any common
 * scale of the outcome: only ratios between hypotheses count.
 */
export interface LikelihoodModel<O> {
  /** a reading across two cavities also tells of the first by itself (default: it does not) */
  aloneToo?: true;
  /** of a reading at one cavity, to ground */
  alone(observation: O, conditions: Conditions, role: Role, car: CarVolts): number;
  /** of a reading across two cavities that are the two ends of one pair */
  partners(observation: O, conditions: Conditions, kind: PairKind): number;
  /** of a reading across two cavities that have nothing to do with each other */
  strangers(observation: O, conditions: Conditions, first: Role, second: Role): number;
  /** of the outcome when the probe was anywhere: what a slip gives */
  anywhere(observation: O): number;
}

/** Share of readings thought to be taken at a wrong place or written down wrongly. */
export const SLIP = 0.03;

/** One piece of a mixture: weight, mean, standard deviation. */
export type Piece = readonly [number, number, number];

export function mixture(x: number, pieces: readonly Piece[]): number {
  let sum = 0;
  for (const [weight, mean, sd] of pieces) {
    const z = (x - mean) / sd;
    sum += (weight / (sd * 2.5066282746)) * Math.exp(-0.5 * z * z);
  }
  return sum;
}

/** The radio is on and the unit whose wires are probed is in circuit. */
export const unitLive = (c: Conditions): boolean => c.plug === 'seated' && c.radio === 'on';
export const awake = (c: Conditions): boolean => c.ignition !== 'off' || c.radio === 'on';
/** The unit's own half of a plug that is out: nothing of the car can be read there. */
export const probesUnit = (c: Conditions): boolean => c.plug === 'out' && c.side === 'unit';
