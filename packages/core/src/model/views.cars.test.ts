import { describe, expect, it } from 'vitest';
import { DEMO_CARS, viewOfCar } from '../carsim/index.ts';
import { holdsAll, type JobMeasurements, type JobOutline, type JobView, measuredJob } from './views.ts';

const parted = (job: JobView): JobMeasurements => ({
  revision: job.revision,
  captures: job.units.flatMap((u) => u.pairs.flatMap((p) => p.captures)),
  recordings: job.recordings,
});

/** As the server sends it, which reads other columns. */
const outlineOf = (job: JobView): JobOutline => ({
  ...job,
  units: job.units.map((unit) => ({
    ...unit,
    pairs: unit.pairs.map((pair) => ({
      ...pair,
      captures: pair.captures.map(({ id, load, volumeStep, situation, chapter, withdrawnAt, pins }) => ({
        id,
        load,
        volumeStep,
        situation,
        chapter,
        withdrawnAt,
        pins,
      })),
    })),
  })),
  recordings: job.recordings.map(({ id, firstPairId, secondPairId, chapter, withdrawnAt }) => ({
    id,
    firstPairId,
    secondPairId,
    chapter,
    withdrawnAt,
  })),
});

describe('a job of its outline and its measurements', () => {
  it('is the job itself, for every demo car', () => {
    for (const car of DEMO_CARS) {
      const job = viewOfCar(car);
      const view = measuredJob(outlineOf(job), parted(job));
      expect(view).toEqual(job);
    }
  });

  it('takes the outline’s word for what counts, and leaves out what has not come', () => {
    const job = viewOfCar(DEMO_CARS[0]);
    const pair = job.units[0].pairs.find((p) => p.captures.length > 1)!;
    const [first, second] = pair.captures;
    const outline = outlineOf(job);
    const mine = outline.units[0].pairs.find((p) => p.id === pair.id)!;
    mine.captures[1].withdrawnAt = '2026-11-02T09:00:00.000Z';
    const measured = parted(job);
    measured.captures = measured.captures.filter((c) => c.id !== first.id);
    expect([holdsAll(outline, parted(job)), holdsAll(outline, measured)]).toEqual([true, false]);
    expect(holdsAll(outline, { ...parted(job), recordings: [] })).toBe(outline.recordings.length === 0);
    const shown = measuredJob(outline, measured).units[0].pairs.find((p) => p.id === pair.id)!;
    expect(shown.captures).toEqual([
      { ...second, withdrawnAt: '2026-11-02T09:00:00.000Z' },
      ...pair.captures.slice(2),
    ]);
  });
});
