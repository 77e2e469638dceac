import { contradictions } from '../harness/contradictions.ts';
import { harnessInputOf } from '../harness/input-of-job.ts';
import { lockOf } from '../harness/lock.ts';
import { mapHarness } from '../harness/map-harness.ts';
import type { HarnessView } from '../model/harness-view.ts';
import type { Role } from '../model/sheet.ts';
import type { JobView } from '../model/views.ts';

/** What Find tells a plan. */
export interface HarnessFacts {
  /** roles that are settled on some wire, with one place of each */
  places: Partial<Record<Role, { place: string; measured: boolean }>>;
  /** outputs whose wires a reading contradicts */
  contradicted: { pairId: string; says: string }[];
  /** outputs on a plug that is locked: restraint system or high voltage */
  locked: string[];
}

export const NO_HARNESS: HarnessFacts = { places: {}, contradicted: [], locked: [] };

/** Roles, contradictions and locks of a job's plugs, as far as they touch a plan. */
export function harnessFactsOf(job: JobView, view: Omit<HarnessView, 'simulation'>): HarnessFacts {
  if (view.connectors.length === 0) return NO_HARNESS;
  const workings = mapHarness(harnessInputOf(view, job.intake.tools));
  const placeOf = new Map(
    view.connectors.flatMap((c) => c.cavities.map((v) => [v.id, `${c.name}·${v.number}`] as const)),
  );
  const places: HarnessFacts['places'] = {};
  for (const finding of workings.map.cavities) {
    if (finding.state !== 'settled' || places[finding.role]?.measured) continue;
    places[finding.role] = {
      place: placeOf.get(finding.cavityId) ?? '',
      measured: finding.standing === 'measured',
    };
  }
  const pairs = job.units.flatMap((unit) =>
    unit.pairs.map((pair) => ({
      id: pair.id,
      plug: view.connectors.find((c) => c.unitId === unit.id && c.name === pair.plug) ?? null,
      cavities: [pair.plusCavity, pair.minusCavity],
    })),
  );
  const found = contradictions(workings).filter((c) => c.kind === 'danger' || c.kind === 'reading');
  return {
    places,
    contradicted: pairs.flatMap(({ id, plug, cavities }) => {
      const own = plug?.cavities.filter((v) => cavities.includes(v.number)).map((v) => v.id) ?? [];
      const against = found.find((c) => c.cavityIds.some((cavity) => own.includes(cavity)));
      return against ? [{ pairId: id, says: against.text }] : [];
    }),
    locked: pairs.flatMap(({ id, plug }) =>
      plug && (plug.confirmed === 'restraint' || lockOf({ ...plug, confirmed: 'audio' }, 'ohms') !== null)
        ? [id]
        : [],
    ),
  };
}
