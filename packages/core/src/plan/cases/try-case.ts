import { demoLibrary } from '../../carsim/devices.ts';
import { recordsOfCar } from '../../carsim/view-of-car.ts';
import type { Proposal } from '../../model/plan.ts';
import type { PlanChanges } from '../../model/plan-changes.ts';
import { START_PREFERENCES } from '../../model/shop.ts';
import { type Comparison, comparePlans, rework } from '../compare/propose.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { planInputOfRecords } from '../facts/plan-of-job.ts';
import type { JobCase, Never, Worked } from './case.ts';

/** What a job's plans are worked out from, by the way that every job goes. */
export function inputOf({ car, record }: JobCase): PlanInput {
  const given = {
    ...structuredClone(recordsOfCar(car)),
    devices: demoLibrary(),
    preferences: structuredClone(START_PREFERENCES),
  };
  record?.(given);
  return planInputOfRecords(given);
}

/** No rule is broken. */
export const isRight = (plan: Proposal) => plan.remarks.every((r) => r.severity !== 'error');
const worked = (plan: Proposal, input: PlanInput): Worked => ({ plan, car: plan.car!, input });

/** Everything that is said of the ways in, and of those that cannot be used. */
const said = ({ proposals, refused }: Comparison): string =>
  [
    ...proposals.flatMap((p) => [
      ...p.remarks.flatMap((r) => [r.text, r.remedy ?? '']),
      ...p.reasons.map((r) => r.text),
      ...p.losses.map((l) => l.text),
      ...p.feeds.map((f) => f.bass?.says ?? ''),
    ]),
    ...refused.map((r) => r.because),
  ].join('\n');

/** What is not as an installer decides it, a line each; empty where everything is. */
export function faultsOf(job: JobCase, input: PlanInput): string[] {
  const comparison = comparePlans(input);
  const { first, says = [], holds } = job.decides;
  const [best] = comparison.proposals;
  const right = comparison.proposals.filter(isRight);
  return [
    ...(first && !(best && isRight(best) && first.includes(best.strategy))
      ? [
          `first is ${best?.strategy ?? 'nothing'}${best && !isRight(best) ? `, broken (${errorsOf(best)})` : ''}, not ${first.join(' or ')}`,
        ]
      : []),
    ...says.filter((words) => !words.test(said(comparison))).map((words) => `never says ${words}`),
    ...(holds && !(best && holds(worked(best, input))) ? ['the first way in is not as it should be'] : []),
    ...job.never.flatMap((never) => brokenBy(never, comparison.proposals, input)),
    ...(job.allows ?? [])
      .filter((allowed) => !right.some((p) => allowed.done(worked(p, input))))
      .map(({ what }) => `no way in without a broken rule ${what}`),
  ];
}

const errorsOf = (plan: Proposal) =>
  plan.remarks.flatMap((r) => (r.severity === 'error' ? [r.rule] : [])).join(', ');

/** A plan that does what it never may, and is called right. */
const brokenBy = (never: Never, plans: readonly Proposal[], input: PlanInput): string[] =>
  plans.filter((p) => isRight(p) && never.done(worked(p, input))).map((p) => `${p.strategy} ${never.what}`);

/** What one way in does after changes by hand that it never may. */
export function faultsAfter(
  job: JobCase,
  input: PlanInput,
  strategy: string,
  changes: PlanChanges,
): string[] {
  const plan = rework(input, strategy, changes);
  return plan ? job.never.flatMap((never) => brokenBy(never, [plan], input)) : [];
}
