import type { ConnectorFields } from '../../model/connector.ts';
import type { Role } from '../../model/sheet.ts';
import type { UnitFields } from '../../model/unit.ts';
import type { Channel } from '../../model/words.ts';

/** What is true of one cavity. Cavities are told by their place in the list of the whole car. */
export interface TrueCavity {
  /** index of its connector */
  connector: number;
  number: number;
  role: Role;
  /** IEC 60757, stripe after a slash; null where the cavity is empty */
  wire: string | null;
  thick: boolean;
  /** index of the cavity whose wire is twisted with this one */
  twistedWith: number | null;
  /** index of its pair */
  pair: number | null;
}

export interface TruePair {
  kind: 'output' | 'input' | 'data';
  /** indices of cavities */
  plus: number;
  minus: number;
  /** null for data */
  channel: Channel | null;
  /** DC resistance of what hangs on an output, ohm; null reads open (a tweeter behind a capacitor) */
  driverOhms: number | null;
  /** ways heard when a tone is put on it */
  drivers: Channel['way'][];
}

/** Electrical habits that differ from car to car. */
export interface CarHabits {
  supplyVolts: number;
  /** resting volts of the radio's outputs towards the amplifier */
  inputRestVolts: number;
  /** volts that turn the amplifier on */
  remoteVolts: number;
  muteVolts: number;
  /** what the data pair reads with the car asleep */
  asleepDataVolts: number;
  dataOhms: number;
}

/** One row of a sheet about the car, as its author believed. */
export interface SheetRow {
  variant: string;
  cavity: number;
  role: Role;
  channel: Channel | null;
  sign: 'plus' | 'minus' | null;
  wire: string | null;
}

/** The wiring of a made-up car: the truth that readings are taken from. */
export interface SimulatedWiring {
  units: UnitFields[];
  connectors: { unit: number; fields: ConnectorFields }[];
  cavities: TrueCavity[];
  pairs: TruePair[];
  habits: CarHabits;
  sheet: { name: string; source: string; rows: SheetRow[]; rightVariant: string | null } | null;
  seed: number;
}
