import { describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../carsim/index.ts';
import { viewOfCar } from '../carsim/view-of-car.ts';
import { planInputOf } from '../plan/facts/plan-of-job.ts';

describe('a plan', () => {
  it('is worked out from the same capture when a bass test and an unloaded one come in', () => {
    const job = viewOfCar(DEMO_CARS[0]);
    const [first] = job.units[0].pairs[0].captures;
    const withCaptures = (...more: (typeof first)[]) => {
      const changed = structuredClone(job);
      changed.units[0].pairs[0].captures.unshift(...more);
      return changed;
    };
    const worksFrom = (now: typeof job) => planInputOf(now).pairs[0].capture?.id;
    const bass = { ...first, id: 'bass', volumeStep: 34 };
    const open = { ...first, id: 'open', volumeStep: 18, load: 'none' as const };
    const came = withCaptures(bass, open);
    expect(worksFrom(came)).toBe(worksFrom(job));
    const pins = [{ because: 'x', takenAt: first.importedAt, withdrawnAt: null }];
    const pinned = withCaptures({ ...bass, pins }, open);
    expect(worksFrom(pinned)).toBe('bass');
    expect(worksFrom(withCaptures({ ...first, id: 'again', volumeStep: 18 }))).toBe('again');
  });
});
