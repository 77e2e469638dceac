import type { PlanBasis } from '../model/plan.ts';
import { captureInForce, type JobView } from '../model/views.ts';
import type { PlanInput } from './plan-input.ts';

/** What planning needs of a job: every output with its capture in force, and the targets. */
export function planInputOf(job: JobView): PlanInput {
  const pairs = job.units.flatMap((unit) =>
    unit.pairs.map(({ captures, ...pair }) => {
      const capture = captureInForce({ ...pair, captures });
      const live = captures.filter((c) => c.withdrawnAt === null);
      return {
        ...pair,
        capture: capture && {
          id: capture.id,
          analysis: capture.analysis,
          phaseMeasured: capture.phaseReference === 'source',
        },
        volumeSteps: live.flatMap((c) => (c.volumeStep === null ? [] : [c.volumeStep])),
      };
    }),
  );
  return { pairs, targets: job.targets };
}

/** The state of a job that a plan is worked out from. */
export function planBasisOf(job: JobView): PlanBasis {
  const captures = job.units.flatMap((unit) =>
    unit.pairs.flatMap((pair) => {
      const capture = captureInForce(pair);
      return capture ? [{ id: capture.id, pairVersion: pair.version }] : [];
    }),
  );
  return { captures, targets: job.targets.map(({ id, version }) => ({ id, version })) };
}

/** True when a job still is what a plan was worked out from. */
export function isUpToDate(basis: PlanBasis, job: JobView): boolean {
  const now = planBasisOf(job);
  const sorted = (b: PlanBasis) =>
    JSON.stringify([
      b.captures.map((c) => `${c.id}/${c.pairVersion}`).sort(),
      b.targets.map((t) => `${t.id}/${t.version}`).sort(),
    ]);
  return sorted(now) === sorted(basis);
}
