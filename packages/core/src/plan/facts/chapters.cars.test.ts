import { describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../../carsim/cars/index.ts';
import { type CarRecords, recordsOfCar } from '../../carsim/view-of-car.ts';
import { behaviourOfJob } from '../../behaviour/behaviour-of-job.ts';
import { findingRows } from '../../harness/findings.ts';
import { harnessInputOf } from '../../harness/input-of-job.ts';
import { mapHarness } from '../../harness/map-harness.ts';
import { chooseCapture } from '../../model/capture-in-force.ts';
import type { Chapter } from '../../model/chapter.ts';
import { planInputOfRecords } from './plan-of-job.ts';

/** Everything that is concluded from a car's record. */
const concluded = ({ job, harness }: CarRecords) => {
  const workings = mapHarness(harnessInputOf(harness, job.intake.tools));
  return {
    plan: planInputOfRecords({ job, harness }),
    behaviour: behaviourOfJob(job),
    map: workings.map.cavities,
    findings: findingRows(harness, workings, new Map()),
  };
};

/** The same record once a car was measured all over again in a later chapter, with everything other than it was. */
function measuredAgain(records: CarRecords, chapter: Chapter): CarRecords {
  const { job, harness } = structuredClone(records);
  for (const pair of job.units.flatMap((u) => u.pairs)) {
    const again = pair.captures.map((c) => ({
      ...structuredClone(c),
      id: `${c.id}-again`,
      chapter,
      volumeStep: 40,
      load: 'none' as const,
      analysis: { ...c.analysis, bandClass: 'silent' as const, passBandDb: c.analysis.passBandDb - 40 },
    }));
    pair.captures = [...again, ...pair.captures];
  }
  job.checks = [
    ...job.checks,
    ...job.checks.map((c) => ({ ...c, id: `${c.id}-again`, chapter, pairId: job.units[0].pairs[0].id })),
  ];
  job.recordings = [
    ...job.recordings.map((r) => ({
      ...r,
      id: `${r.id}-again`,
      chapter,
      firstPairId: job.units[0].pairs[1].id,
      voltsAtFullScale: 900,
    })),
    ...job.recordings,
  ];
  harness.readings = [
    ...harness.readings,
    ...harness.readings.map((r, n, all) => ({
      ...r,
      id: `${r.id}-again`,
      chapter,
      cavityId: all[(n + 7) % all.length].cavityId,
      otherCavityId: null,
    })),
  ];
  return { job, harness };
}

describe('what was measured once the work had begun', () => {
  it.each(DEMO_CARS.map((car, n) => [car.id, (['during', 'after', 'later'] as const)[n % 3], car] as const))(
    'of the %s, %s it, changes neither map, profile nor plan',
    (_, chapter, car) => {
      const before = recordsOfCar(car);
      const known = concluded(before);
      expect(concluded(measuredAgain(before, chapter))).toEqual(known);
      // The same measurements put into the chapter before it do change it.
      expect(concluded(measuredAgain(before, 'before'))).not.toEqual(known);
    },
  );

  it('is told apart where it is listed', () => {
    const { job } = measuredAgain(recordsOfCar(DEMO_CARS[0]), 'after');
    const [pair] = job.units[0].pairs;
    const { capture, others } = chooseCapture(job, pair);
    expect(capture?.chapter).toBe('before');
    expect(others.get(`${pair.captures.at(-1)!.id}-again`)).toBe('after the work');
  });
});
