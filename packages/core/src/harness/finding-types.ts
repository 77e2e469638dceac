import type { Role } from '../model/sheet.ts';
import type { Channel, Way } from '../model/words.ts';
import type { CarVolts, PairKind } from '../readings/likelihood.ts';
import type { ChannelBeliefs, ChannelInput } from './channels.ts';
import type { Judged } from './judged.ts';
import type { LegVolts } from './legs.ts';
import type { PolarityBelief, PolarityInput } from './polarity.ts';
import type { RoleBeliefs, Wire } from './role-beliefs.ts';
import type { Needed } from './needed.ts';
import type { ReadingsAcross, WeightedReading } from './weighted-readings.ts';

export interface CavityFinding extends Judged {
  cavityId: string;
  role: Role;
  /** all roles of at least 1 %, likeliest first */
  roles: { role: Role; probability: number }[];
  /** index into the map's pairs */
  pair: number | null;
  /** readings that name this cavity */
  readings: number;
  /** what is to be measured before it may be settled; null: nothing */
  needed: Needed | null;
}

export interface PairFinding extends Judged {
  kind: PairKind;
  plusCavityId: string;
  minusCavityId: string;
  polarity: Judged & { times: number; odd: boolean };
  /** what is to be measured before it may be settled; null: nothing */
  needed: Needed | null;
  /** what was heard on it, each once: door and tweeter together are one pair with two drivers */
  drivers: Way[];
  /** null where no audio goes */
  channel:
    | (Judged & {
        channel: Channel;
        needed: Needed | null;
        others: { channel: Channel; probability: number }[];
      })
    | null;
}

/** Everything that findings are put into words from: with sheets, and from the readings alone. */
export interface Known {
  wires: readonly Wire[];
  car: CarVolts;
  volts: LegVolts;
  /** of each wire, by its index */
  idOf: readonly string[];
  readings: readonly WeightedReading[];
  across: ReadingsAcross;
  /** how many readings touch each wire */
  touches: readonly number[];
  beliefs: RoleBeliefs;
  judged: PairBeliefs;
  measured: RoleBeliefs;
  measuredPairs: PairBeliefs;
  /** cavities that a sheet gives a role */
  named: ReadonlySet<string>;
}

/** What was made of the best pairing. */
export interface PairBeliefs {
  inputs: (PolarityInput & ChannelInput)[];
  polarity: PolarityBelief[];
  channels: ChannelBeliefs;
}
