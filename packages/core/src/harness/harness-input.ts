import type { Tool } from '../model/intake.ts';
import type { Conditions } from '../model/conditions.ts';
import type { Observation } from '../readings/index.ts';
import type { Role } from '../model/sheet.ts';
import type { Channel } from '../model/words.ts';

/** A cavity that holds a wire, with its place on the drawn face. */
export interface HarnessCavity {
  id: string;
  number: number;
  x: number;
  row: number;
}

export interface HarnessConnector {
  id: string;
  unitId: string;
  name: string;
  /** ohms, tone and battery may be suggested */
  drivable: boolean;
  /** nothing may be suggested at all */
  locked: boolean;
  cavities: HarnessCavity[];
}

export interface HarnessReading {
  id: string;
  cavityId: string;
  otherCavityId: string | null;
  observation: Observation;
  conditions: Conditions;
}

export interface HarnessClaim {
  variant: string;
  cavityId: string;
  role: Role | null;
  channel: Channel | null;
  sign: 'plus' | 'minus' | null;
  /** its colour, IEC 60757; left out where the sheet gives none */
  wire?: string | null;
}

export interface HarnessSheet {
  id: string;
  name: string;
  chosenVariant: string | null;
  claims: HarnessClaim[];
}

/** All that mapping needs of a job: only live readings and cavities that are not empty. */
export interface HarnessInput {
  connectors: HarnessConnector[];
  readings: HarnessReading[];
  sheets: HarnessSheet[];
  tools: readonly Tool[];
}
