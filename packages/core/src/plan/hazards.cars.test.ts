import { beforeAll, describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../carsim/cars/index.ts';
import { demoLibrary } from '../carsim/devices.ts';
import { caseOf, planOfCase } from '../carsim/hazard-case.ts';
import { type Hazard, HAZARDS } from '../carsim/hazards.ts';
import { viewOfCar } from '../carsim/view-of-car.ts';
import type { Remark } from '../model/plan.ts';
import type { PlanInput } from './facts/plan-input.ts';
import { planInputOf } from './facts/plan-of-job.ts';
import { comparePlans } from './compare/propose.ts';

const inputs = new Map<string, PlanInput>();
beforeAll(() => {
  for (const car of DEMO_CARS) inputs.set(car.id, planInputOf(viewOfCar(car), { devices: demoLibrary() }));
});

/** Entered as records, and read as every job is. */
function judged(hazard: Hazard, which: 'wrong' | 'right'): { rule: string; text: string }[] {
  const plan = planOfCase(caseOf(hazard, which));
  if (!plan) throw new Error('refused');
  return plan.remarks.filter(stops).map(({ rule, text }) => ({ rule, text }));
}

/** A broken rule, or what has to be seen at the car and nobody can sign for. */
const stops = ({ severity, acceptable }: Remark) => severity === 'error' || !acceptable;

/** What no demo car’s record has seen yet. */
const UNSEEN = ['turn-on-wire', 'turn-on-unseen', 'load-missing'];

describe('mistakes of the trade', () => {
  it('are a hundred at least', () => expect(HAZARDS.length).toBeGreaterThanOrEqual(100));
  it.each(HAZARDS.map((h) => [h.rule, h.what, h] as const))('%s: %s', (rule, _, hazard) => {
    expect(judged(hazard, 'wrong').map((r) => r.rule)).toContain(rule);
    // Beside it the same plan is right; what has to be seen may still have to be, but not this.
    const right = judged(hazard, 'right');
    expect(right.filter((r) => r.rule === rule || !UNSEEN.includes(r.rule))).toEqual([]);
  });
});

describe('what is recommended', () => {
  it('never breaks a rule, in any demo car under any single wish', () => {
    for (const input of inputs.values()) {
      for (const first of ['fewest-parts', 'flattest', 'least-cutting', 'fewest-hours'] as const) {
        const { proposals } = comparePlans({ ...input, preferences: { ...input.preferences, first } });
        expect(proposals[0].remarks.filter((r) => r.severity === 'error')).toEqual([]);
      }
    }
  });
});
