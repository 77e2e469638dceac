import { beforeAll, describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../carsim/cars/index.ts';
import { demoLibrary } from '../carsim/devices.ts';
import { against } from '../carsim/hazard-case.ts';
import { HAZARDS } from '../carsim/hazards.ts';
import { viewOfCar } from '../carsim/view-of-car.ts';
import type { PlanInput } from './facts/plan-input.ts';
import { planInputOf } from './facts/plan-of-job.ts';
import { comparePlans } from './compare/propose.ts';

const inputs = new Map<string, PlanInput>();
beforeAll(() => {
  for (const car of DEMO_CARS) inputs.set(car.id, planInputOf(viewOfCar(car), { devices: demoLibrary() }));
});

describe('mistakes of the trade', () => {
  it('are a hundred at least', () => expect(HAZARDS.length).toBeGreaterThanOrEqual(100));
  it.each(HAZARDS.map((h) => [h.rule, h.what, h] as const))('%s: %s', (rule, _, hazard) => {
    expect(against(hazard, 'wrong')).toContain(rule);
    expect(against(hazard, 'right')).toEqual([]);
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
