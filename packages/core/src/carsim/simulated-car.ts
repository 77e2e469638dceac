import type { CheckBody } from '../model/check.ts';
import type { JobFields } from '../model/job.ts';
import type { Role } from '../model/sheet.ts';
import type { Clues, IntakeFields } from '../model/intake.ts';
import type { Speaker, TargetFields } from '../model/target.ts';
import type { BriefFields } from '../model/brief.ts';
import type { PairFields, UnitFields } from '../model/unit.ts';
import type { Channel } from '../model/words.ts';
import type { SimulatedChain } from './transfer.ts';

/** One output of a simulated factory system: what is written about it, and what is true of it. */
export interface SimulatedOutput {
  pair: Pick<PairFields, 'side' | 'axle' | 'way' | 'suffix' | 'stage' | 'statedPolarity'>;
  /** where its wires sit: plug, cavity of plus, cavity of minus; where that plug is not drawn, the text that was noted */
  at: [plug: string, plus: number, minus: number];
  /** of plus and minus */
  wires: [string, string];
  chain: SimulatedChain;
  /** volume steps at which the demo has it measured, in order; none: not measured yet */
  measuredAtSteps: number[];
  /** volume steps at which the demo has a tone recorded */
  tonesAtSteps: number[];
  /** the demo has silence recorded with the engine off, idling and raised */
  silences: boolean;
  /** what the demo's person read or heard at it */
  checks: CheckBody[];
  /** the capture has phase against the source signal */
  withPhase: boolean;
  /** a feed at fixed level: the volume is made after it */
  fixed: boolean;
}

export interface SimulatedUnit {
  unit: UnitFields;
  outputs: SimulatedOutput[];
}

/** The plugs of a car's first unit beside its outputs, and how far the demo's person got. */
export interface SimulatedHarness {
  connectors: { name: string; rows: number[] }[];
  wires: { plug: string; cavity: number; role: Role; wire: string; thick?: boolean }[];
  inputs: { channel: Channel; at: [plug: string, plus: number, minus: number]; wires: [string, string] }[];
  data: { at: [plug: string, plus: number, minus: number]; wires: [string, string] } | null;
  /** readings taken so far, each the most telling one at that time */
  readings: number;
  sheet: 'none' | 'right' | 'both' | 'wrong';
}

/** A made-up car with a made-up factory system, and what its owner wants. */
export interface SimulatedCar {
  /** names the car in code: `people-carrier` */
  id: string;
  job: JobFields;
  units: SimulatedUnit[];
  targets: SimulatedTarget[];
  /** what differs from the usual start */
  brief: Partial<BriefFields>;
  drive: IntakeFields['drive'];
  clues: Partial<Clues>;
  /** what else is on the plugs of the first unit; null where Find has not begun in the demo */
  harness: SimulatedHarness | null;
  /** bass withdrawn at the highest step: low shelf made of a high-pass corner that rises with volume */
  bassWithdrawal: { fromStep: number; hzPerStep: number } | null;
  /** the amplifier makes sound against the engine */
  cancelling: boolean;
  /** what the demo's person's meter showed for tones of one level */
  meterTones: { hz: number; volts: number }[];
  floorDb: number;
  seed: number;
}

/** A new channel group; what is not said of its speaker is usual. */
export type SimulatedTarget = Omit<TargetFields, 'speaker' | 'amplifierId' | 'assumed'> & {
  speaker?: Partial<Speaker>;
};

/** How much a step of the volume changes the level. */
export const DB_PER_STEP = 1.5;

/** An output's chain at a volume step, with bass withdrawn as the car does it. */
export function chainAtStep(car: SimulatedCar, output: SimulatedOutput, step: number): SimulatedChain {
  return output.fixed ? output.chain : turnedTo(output.chain, step, car.bassWithdrawal);
}

/** A chain that is true for step 18 at another step. */
export function turnedTo(
  chain: SimulatedChain,
  step: number,
  withdrawal: SimulatedCar['bassWithdrawal'],
): SimulatedChain {
  const level = { ...chain, gainDb: chain.gainDb + DB_PER_STEP * (step - 18) };
  if (!withdrawal || step <= withdrawal.fromStep) return level;
  const cornerHz = 20 + (step - withdrawal.fromStep) * withdrawal.hzPerStep;
  return {
    ...level,
    filters: [...level.filters, { side: 'high-pass', family: 'butterworth', order: 2, cornerHz }],
  };
}
