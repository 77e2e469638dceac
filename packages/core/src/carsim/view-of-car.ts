import type { JobView } from '../model/views.ts';
import { analyseResponse } from '../signal/analyse.ts';
import { jobFileOfCar } from './job-file-of-car.ts';
import type { SimulatedCar } from './simulated-car.ts';

/** A demo car as a job is seen, with its keys for ids. */
export function viewOfCar(car: SimulatedCar): JobView {
  const file = jobFileOfCar(car, 0, () => '0'.repeat(64));
  return {
    ...file.job,
    id: 'j1',
    version: 1,
    revision: 0,
    updatedAt: file.job.createdAt,
    units: file.units.map((unit) => ({
      ...unit,
      id: unit.key,
      jobId: 'j1',
      pairs: unit.pairs.map((pair) => ({
        ...pair,
        id: pair.key,
        unitId: unit.key,
        captures: pair.captures.map((c) => ({
          ...c,
          id: c.key,
          pairId: pair.key,
          points: c.response.frequencyHz.length,
          analysis: analyseResponse(c.response),
        })),
      })),
    })),
    brief: file.brief,
    decisions: [],
    targets: file.targets.map((t) => ({ ...t, id: t.key, jobId: 'j1', amplifierId: null })),
    plans: [],
    intake: file.intake,
    find: { connectors: 0, wires: 0, untouched: 0 },
    recordings: file.recordings.map((r) => ({ ...r, id: r.key, jobId: 'j1', fromFile: false })),
    checks: file.checks.map((c, n) => ({ ...c, id: `h${n}`, jobId: 'j1' })),
  };
}
