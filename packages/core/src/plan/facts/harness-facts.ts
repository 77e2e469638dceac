import { contradictions } from '../../harness/contradictions.ts';
import type { HarnessReading } from '../../harness/harness-input.ts';
import { harnessInputOf } from '../../harness/input-of-job.ts';
import { lockOf } from '../../harness/lock.ts';
import { type HarnessWorkings, mapHarness } from '../../harness/map-harness.ts';
import { sourceSeen, type SourceSeen } from '../../harness/routines.ts';
import { placeOf } from '../../harness/words.ts';
import type { HarnessView } from '../../model/harness-view.ts';
import type { Role } from '../../model/sheet.ts';
import type { IntakeFields } from '../../model/intake.ts';
import type { Unit } from '../../model/unit.ts';
import { mapDifferences, type MappedOutput } from '../../outputs/map-differences.ts';

/** What Find tells a plan. */
export interface HarnessFacts {
  /** roles that are settled on some wire, with one place of each */
  places: Partial<Record<Role, { place: string; measured: boolean }>>;
  /** what was seen of the wires that could wake the new system */
  wakes: Partial<Record<Role, SourceSeen>>;
  /** outputs whose wires a reading or the settled map contradicts */
  contradicted: { pairId: string; says: string }[];
  /** outputs on cavities that Find has not settled, with the first of them */
  unsettled: { pairId: string; place: string }[];
  /** direct volts to ground at which both conductors of an output rest alike, its plug seated and its unit on */
  rests: { pairId: string; volts: number }[];
  /** outputs on a plug that is locked: restraint system or high voltage */
  locked: string[];
  /** the most volts to ground that were read, and where, beyond what a net of 12 V gives; null: none were */
  feedVolts: { volts: number; place: string } | null;
}

/** A charging net of 12 V stays below this, V. */
const MOST_OF_12 = 16;

export const NO_HARNESS: HarnessFacts = {
  places: {},
  wakes: {},
  contradicted: [],
  unsettled: [],
  rests: [],
  locked: [],
  feedVolts: null,
};

/** Of a job: its outputs by unit, and what it can be measured with. */
interface OutputsOfJob {
  units: readonly { id: string; kind: Unit['kind']; pairs: readonly MappedOutput[] }[];
  intake: Pick<IntakeFields, 'tools'>;
}

/** Roles, contradictions and locks of a job's plugs, as far as they touch a plan; joined by cavities, never by names. */
export function harnessFactsOf(job: OutputsOfJob, view: Omit<HarnessView, 'simulation'>): HarnessFacts {
  if (view.connectors.length === 0) return NO_HARNESS;
  const input = harnessInputOf(view, job.intake.tools);
  const workings = mapHarness(input);
  const places: HarnessFacts['places'] = {};
  const wakes: HarnessFacts['wakes'] = {};
  for (const finding of workings.map.cavities) {
    if (finding.state !== 'settled' || places[finding.role]?.measured) continue;
    places[finding.role] = {
      place: placeOf(workings, finding.cavityId),
      measured: finding.standing === 'measured',
    };
    if (finding.role === 'remote' || finding.role === 'switched')
      wakes[finding.role] = sourceSeen(input.readings, finding.cavityId);
  }
  const outputs = job.units.flatMap((unit) => unit.pairs);
  const radios = new Set(job.units.filter((u) => u.kind === 'radio').map((u) => u.id));
  const differences = mapDifferences(outputs, workings, radios);
  const found = contradictions(workings).filter((c) => c.kind === 'danger' || c.kind === 'reading');
  const locked = new Set(
    view.connectors
      .filter((c) => c.confirmed === 'restraint' || lockOf({ ...c, confirmed: 'audio' }, 'ohms') !== null)
      .map((c) => c.id),
  );
  return {
    places,
    wakes,
    contradicted: outputs.flatMap(({ id, ends }) => {
      const own = new Set(ends.map((e) => e.cavityId));
      const against = found.find((c) => c.cavityIds.some((cavity) => own.has(cavity)));
      // Which way the cone moves is no matter of where signal is taken.
      const says = against?.text ?? differences.find((d) => d.pairId === id && d.kind !== 'signs')?.says;
      return says === undefined ? [] : [{ pairId: id, says }];
    }),
    unsettled: outputs.flatMap(({ id, ends }) => {
      const open = ends.find(({ cavityId }) =>
        workings.map.cavities.some((f) => f.cavityId === cavityId && f.state !== 'settled'),
      );
      return open ? [{ pairId: id, place: placeOf(workings, open.cavityId!) }] : [];
    }),
    rests: outputs.flatMap(({ id, ends }) => {
      const volts = ends.flatMap(({ cavityId }) => restOf(input.readings, cavityId) ?? []);
      const alike = volts.length > 1 && Math.max(...volts) - Math.min(...volts) <= ALIKE_VOLTS;
      return alike ? [{ pairId: id, volts: Math.min(...volts) }] : [];
    }),
    feedVolts: feedVoltsOf(workings),
    locked: outputs.flatMap(({ id, ends }) => (ends.some((e) => locked.has(e.connectorId)) ? [id] : [])),
  };
}

/** Conductors of a healthy pair rest alike within this, V. */
const ALIKE_VOLTS = 0.5;

/** Direct volts to ground on a wire of a seated plug while the unit plays or could; null: not read. */
function restOf(readings: readonly HarnessReading[], cavityId: string | null): number | null {
  const read = readings.findLast(
    ({ cavityId: own, otherCavityId, observation: o, conditions: c }) =>
      own === cavityId &&
      otherCavityId === null &&
      o.kind === 'dc' &&
      o.volts !== null &&
      c.radio === 'on' &&
      // With the plug out the wire is not driven, or the unit not loaded.
      c.plug === 'seated' &&
      c.moment === 'steady',
  );
  return read?.observation.kind === 'dc' ? read.observation.volts : null;
}

/** No wire of an audio plug carries more direct volts than the net gives: whichever it is, it tells of the net. */
function feedVoltsOf(workings: HarnessWorkings): HarnessFacts['feedVolts'] {
  let most: HarnessFacts['feedVolts'] = null;
  for (const { reading, i } of workings.readings) {
    const { observation: o, conditions } = reading;
    if (o.kind !== 'dc' || o.volts === null || conditions.moment !== 'steady') continue;
    if (o.volts <= Math.max(MOST_OF_12, most?.volts ?? 0)) continue;
    most = { volts: o.volts, place: placeOf(workings, workings.wires[i].id) };
  }
  return most;
}
