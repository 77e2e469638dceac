import { Button } from 'react-bootstrap';
import { Check } from 'lucide-react';
import { type JobView, type Plan, readinessOf } from '@ulpen/core';
import { useWhatIf } from '../../api/plan-given.ts';
import { MovedDialog } from './MovedDialog.tsx';
import { useKeep } from './use-keep.ts';
import type { ShownPlan } from './use-plan.ts';

/** Keeps the plan as one of its own, or as the next revision of the one that it was opened from. */
export function KeepPlan({ job, shown, name }: { job: JobView; shown: ShownPlan; name: string }) {
  const keeping = useKeep(job);
  const [question] = useWhatIf();
  const { proposal, changes, fingerprint, busy } = shown;
  const { strategy } = proposal;
  const broken = readinessOf(proposal, job.decisions).state === 'broken';
  const asked = question.noCut === true || question.noAnalyser === true || Boolean(question.amplifierId);
  const from = job.plans.find((p) => p.id === shown.draft.draft?.planId) ?? null;
  const keepAs = (plan: Plan | null) =>
    keeping.keep(
      {
        name: plan?.name ?? name.slice(0, 80),
        strategy,
        changes,
        fingerprint: fingerprint!,
        revises: plan?.id ?? null,
      },
      proposal,
    );
  const how = {
    className: 'no-print',
    disabled: keeping.busy || busy || asked || fingerprint === null,
    title: asked ? 'This answers a question. Go back to the job as it is to keep a plan.' : undefined,
  };
  return (
    <>
      {from && (
        <Button {...how} variant="secondary" onClick={() => keepAs(null)}>
          Keep as another plan
        </Button>
      )}
      <Button {...how} variant={broken ? 'secondary' : 'primary'} onClick={() => keepAs(from)}>
        <Check size={18} />{' '}
        {from ? 'Keep as next revision' : broken ? 'Keep it all the same' : 'Keep this plan'}
      </Button>
      <MovedDialog job={job} keeping={keeping} />
    </>
  );
}
