import { type Proposal } from '../model/plan.ts';
import { NO_CHANGES } from '../model/plan-changes.ts';
import type { PlanInput } from '../plan/facts/plan-input.ts';
import { planInputOfRecords } from '../plan/facts/plan-of-job.ts';
import { rework } from '../plan/compare/propose.ts';
import { DEMO_CARS } from './cars/index.ts';
import { demoLibrary } from './devices.ts';
import type { Case, Hazard } from './hazards.ts';
import type { SimulatedCar } from './simulated-car.ts';
import { type CarRecords, recordsOfCar } from './view-of-car.ts';

/** Records of cars that were measured already, by what is true of them. */
const measured = new Map<string, CarRecords>();

function measuredCar(car: SimulatedCar): CarRecords {
  const name = JSON.stringify(car);
  const known = measured.get(name) ?? recordsOfCar(car);
  measured.set(name, known);
  return structuredClone(known);
}

/**
 * A mistake, or the same thing done right, as it stands in an installer's record.
 *
 * @param measure gives the record of a car
 */
export function caseOf(
  { car: id, strategy, ...changes }: Hazard,
  which: 'wrong' | 'right',
  measure: (car: SimulatedCar) => CarRecords = measuredCar,
): Case {
  const car = structuredClone(DEMO_CARS.find((c) => c.id === id)!);
  changes[which].car?.(car);
  const made: Case = {
    car,
    ...measure(car),
    devices: demoLibrary(),
    strategy,
    changes: structuredClone(NO_CHANGES),
  };
  changes[which].record?.(made);
  return made;
}

/** What a plan is worked out from, by the way that every job goes. */
export const inputOfCase = ({ job, harness, devices }: Case): PlanInput =>
  planInputOfRecords({ job, harness, devices });

/** @returns null where the way in is refused */
export function planOfCase(made: Case): Proposal | null {
  return rework(inputOfCase(made), made.strategy, made.changes);
}

/** What no demo car's record has seen yet: it stays open beside a plan that is right. */
const UNSEEN = ['turn-on-wire', 'turn-on-unseen', 'load-missing'];

/**
 * Rules that stand against a plan: broken ones, and what has to be seen at the car since nobody can sign for it.
 *
 * @returns `refused` where the way in cannot be used at all
 */
export function against(hazard: Hazard, which: 'wrong' | 'right'): string[] {
  const plan = planOfCase(caseOf(hazard, which));
  if (!plan) return ['refused'];
  const stops = plan.remarks.filter((r) => r.severity === 'error' || !r.acceptable).map((r) => r.rule);
  return which === 'wrong' ? stops : stops.filter((rule) => rule === hazard.rule || !UNSEEN.includes(rule));
}
