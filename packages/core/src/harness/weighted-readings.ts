import { type CarVolts, PAIR_KINDS, SLIP, unitLive } from '../readings/likelihood.ts';
import { ROLES } from '../model/sheet.ts';
import type { HarnessReading } from './harness-input.ts';
import { kindOf } from '../readings/index.ts';

/** A second reading of the same thing in the same way repeats some of the first one's mistakes. */
const REPEATED = [1, 0.6, 0.4, 0.25];

export interface WeightedReading {
  reading: HarnessReading;
  i: number;
  /** -1: to ground */
  j: number;
  /** 1, less for repetitions */
  weight: number;
  tables: ReadingTables;
}

/** What one reading says under every hypothesis, a slip included. */
export interface ReadingTables {
  /** log likelihood per role, of the cavity itself */
  alone: Float64Array | null;
  across: {
    /** log likelihood per kind of pair */
    partners: Float64Array;
    /** likelihood per role of the first and role of the second cavity, row by row */
    strangers: Float64Array;
  } | null;
}

const tablesOf = new WeakMap<HarnessReading, { car: CarVolts; tables: ReadingTables }>();

/** Worked out once for a reading and the car's feeds, however often the map is drawn anew. */
function readingTables(reading: HarnessReading, car: CarVolts): ReadingTables {
  const known = tablesOf.get(reading);
  if (known && known.car.off === car.off && known.car.on === car.on) return known.tables;
  const { observation: o, conditions: c, otherCavityId } = reading;
  const model = kindOf(o.kind).likelihood!;
  const anywhere = SLIP * model.anywhere(o) + 1e-12;
  const slipped = (p: number) => (1 - SLIP) * p + anywhere;
  const toGround = otherCavityId === null || model.aloneToo === true;
  const tables: ReadingTables = {
    alone: toGround
      ? Float64Array.from(ROLES, (role) => Math.log(slipped(model.alone(o, c, role, car))))
      : null,
    across:
      otherCavityId === null
        ? null
        : {
            partners: Float64Array.from(PAIR_KINDS, (kind) => Math.log(slipped(model.partners(o, c, kind)))),
            strangers: Float64Array.from(
              ROLES.flatMap((a) => ROLES.map((b) => slipped(model.strangers(o, c, a, b)))),
            ),
          },
  };
  tablesOf.set(reading, { car, tables });
  return tables;
}

/** A floating wire shows so whatever else is switched on: as much one statement as several. */
const floats = ({ observation: o }: HarnessReading): string =>
  o.kind === 'dc' && (o.volts === null || (Math.abs(o.volts) > 0.06 && Math.abs(o.volts) < 0.5))
    ? 'floats'
    : '';

/** Passing states say nothing of roles, but for a load across the meter: floating wires collapse under it. */
const tellsOfRoles = ({ conditions: { moment }, observation }: HarnessReading): boolean =>
  moment === 'steady' || (moment === 'loaded' && observation.kind === 'dc');

/** Readings by the cavities they were taken at; what is repeated counts less. */
export function weigh(
  readings: readonly HarnessReading[],
  indexOf: ReadonlyMap<string, number>,
  car: CarVolts,
): WeightedReading[] {
  const seen = new Map<string, number>();
  return readings.flatMap((reading) => {
    const i = indexOf.get(reading.cavityId);
    const j = reading.otherCavityId === null ? -1 : indexOf.get(reading.otherCavityId);
    if (i === undefined || j === undefined || kindOf(reading.observation.kind).likelihood === null) return [];
    if (!tellsOfRoles(reading)) return [];
    const c = reading.conditions;
    const loose = floats(reading);
    const state = [c.ignition, c.radio, c.plug, c.side, c.sound, c.balance, c.fader];
    const where = [reading.observation.kind, Math.min(i, j), Math.max(i, j), c.moment];
    const key = [...where, ...(loose ? [loose, unitLive(c)] : state)].join();
    const times = seen.get(key) ?? 0;
    seen.set(key, times + 1);
    const weight = REPEATED[Math.min(times, REPEATED.length - 1)];
    return [{ reading, i, j, weight, tables: readingTables(reading, car) }];
  });
}

/** Readings across one pair of cavities, the lower index first. */
export interface Across {
  i: number;
  j: number;
  readings: WeightedReading[];
}

/** By `i * cavities + j`. */
export type ReadingsAcross = ReadonlyMap<number, Across>;

/** Readings across two cavities by their pair, whichever way round they were taken. */
export function groupAcross(readings: readonly WeightedReading[], cavities: number): ReadingsAcross {
  const groups = new Map<number, Across>();
  for (const r of readings) {
    if (r.j < 0) continue;
    const [i, j] = r.i < r.j ? [r.i, r.j] : [r.j, r.i];
    const key = i * cavities + j;
    const group = groups.get(key);
    if (group) group.readings.push(r);
    else groups.set(key, { i, j, readings: [r] });
  }
  return groups;
}
