import { Button } from 'react-bootstrap';
import { type JobView, liveChanges, type Plan, planStateOf } from '@ulpen/core';
import { DifferenceList } from './DifferenceList.tsx';
import { MovedDialog } from './MovedDialog.tsx';
import { useKeep } from './use-keep.ts';
import { type ShownPlan, useDifferences } from './use-plan.ts';

/** What was found since a plan was kept, and what it changes about it. */
export function OutOfDate({ job, kept, shown }: { job: JobView; kept: Plan; shown: ShownPlan }) {
  const keeping = useKeep(job);
  const differences = useDifferences(job, kept).data;
  const { fingerprint } = shown;
  if (!differences || fingerprint === null) return null;
  const state = planStateOf(kept, fingerprint, differences);
  if (state === 'holds') return null;
  const { strategy, changes } = kept.proposal;
  const live = liveChanges(changes, { targets: job.targets, pairs: job.units.flatMap((u) => u.pairs) });
  const why = kept.fingerprint
    ? 'Something was found, measured, withdrawn or changed since this plan was kept.'
    : 'This plan came from a file or an older version, and was never checked against this job.';
  return (
    <div className={`stale-plan ${state === 'contradicted' ? 'stale-worse' : ''}`} role="alert">
      <div>
        <p>
          <strong>{state === 'contradicted' ? 'Contradicted.' : 'Out of date.'}</strong> {why}{' '}
          {differences.length > 0 ? 'Worked out again:' : 'Worked out again, it comes out the same.'}
        </p>
        {differences.length > 0 && <DifferenceList differences={differences} />}
      </div>
      <Button
        variant="secondary"
        className="no-print"
        disabled={keeping.busy}
        onClick={() =>
          keeping.keep(
            { name: kept.name, strategy, changes: live, fingerprint, revises: kept.id },
            kept.proposal,
          )
        }
      >
        Keep the updated plan
      </Button>
      <MovedDialog job={job} keeping={keeping} />
    </div>
  );
}
