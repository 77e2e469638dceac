import { Link, NavLink, Outlet, useOutletContext, useSearchParams } from 'react-router';
import { Button } from 'react-bootstrap';
import { Check, Printer, Undo2 } from 'lucide-react';
import { type JobView, planBasisOf, readinessOf } from '@ulpen/core';
import { keepPlan } from '../../api/commands/keep-plan.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { useNotices } from '../../ui/notices-store.ts';
import { useFramedMeasuredJob } from '../../api/framed-job.ts';
import { canUndo, useChangesStore } from './changes-store.ts';
import { OutOfDate } from './OutOfDate.tsx';
import { verdictOf } from './plan-words.ts';
import { type ShownPlan, useComparison, useShownPlan } from './use-plan.ts';
import '../../ui/toggle.css';
import '../../ui/view-tabs.css';
import './plan.css';
import { useWhatIf } from '../../api/plan-given.ts';

const VIEWS = [
  { to: '.', name: 'Compare', end: true },
  { to: 'path', name: 'Signal path', end: false },
  { to: 'finished', name: 'Finished car', end: false },
  { to: 'desk', name: 'Summing desk', end: false },
  { to: 'setup', name: 'Power and wiring', end: false },
  { to: 'owner', name: 'Owner and losses', end: false },
];

interface PlanOutlet {
  job: JobView;
  shown: ShownPlan;
}

/** The plan that the view inside the frame shows. */
export const useFramedPlan = () => useOutletContext<PlanOutlet>();

/** Around every view of Plan: which plan it is, how ready, keeping it. */
export function PlanFrame() {
  const job = useFramedMeasuredJob();
  const comparison = useComparison(job);
  const shown = useShownPlan(job);
  const [params] = useSearchParams();
  if (job.targets.length === 0) {
    return (
      <EmptyState
        title="Nothing to plan for yet"
        actions={
          <Link className="btn btn-primary" to="../intake">
            Say what the owner wants
          </Link>
        }
      >
        A plan needs at least one target: a new channel and the band it needs.
      </EmptyState>
    );
  }
  if (!shown) {
    if (comparison.isSuccess) return <NoWay job={job} refused={comparison.data.refused} />;
    return (
      <p className="p-4 quiet" aria-live="polite">
        {comparison.isError
          ? 'The strategies could not be worked out. Reload the page.'
          : 'Working out every way in …'}
      </p>
    );
  }
  const outlet: PlanOutlet = { job, shown };
  return (
    <div className="plan-frame">
      <section className="plan-bar" aria-label="The plan">
        <nav className="view-tabs no-print" aria-label="Views of the plan">
          {VIEWS.map((v) => (
            <NavLink
              key={v.name}
              to={{ pathname: v.to, search: params.toString() }}
              end={v.end}
              className={({ isActive }) => (isActive ? 'view-tab-on' : '')}
            >
              {v.name}
            </NavLink>
          ))}
        </nav>
        <PlanHead job={job} shown={shown} />
      </section>
      {shown.kept && <OutOfDate job={job} kept={shown.kept} />}
      <Outlet context={outlet} />
    </div>
  );
}

/** No strategy works: each says what it lacks, the first step is on top. */
function NoWay({ job, refused }: { job: JobView; refused: { title: string; because: string }[] }) {
  return (
    <main className="no-way">
      <EmptyState
        title="Nothing to plan with yet"
        actions={
          <>
            <Link className="btn btn-primary" to={`/jobs/${job.id}/listen`}>
              List the outputs
            </Link>
            <Link className="btn btn-secondary" to={`/jobs/${job.id}/find`}>
              Map the plugs
            </Link>
          </>
        }
      >
        A plan is worked out from the factory’s outputs. As soon as they are listed, every way in is worked
        out; what is not measured yet is assumed and marked so.
      </EmptyState>
      <Refused refused={refused} />
    </main>
  );
}

/** Strategies that cannot be used on this car, each with its reason. */
export function Refused({ refused }: { refused: { title: string; because: string }[] }) {
  if (refused.length === 0) return null;
  return (
    <section className="refused-ways" aria-label="Cannot be used on this car">
      <h2 className="label">Cannot be used on this car, because</h2>
      <dl>
        {refused.map((r) => (
          <div key={r.title}>
            <dt>{r.title}</dt>
            <dd className="quiet">{r.because}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

/** What is shown, how ready it is, and keeping it. */
function PlanHead({ job, shown }: PlanOutlet) {
  const { proposal, kept, changed, busy } = shown;
  const [, setParams] = useSearchParams();
  const [question] = useWhatIf();
  const asked = question.noCut === true || question.noAnalyser === true || Boolean(question.amplifierId);
  const tell = useNotices((s) => s.tell);
  const keep = useCommand(keepPlan);
  const undoable = useChangesStore((s) => canUndo(s, job.id));
  const undo = useChangesStore((s) => s.undo);
  const ready = readinessOf(proposal, job.decisions);
  const verdict = verdictOf(proposal, ready);
  const name = kept ? kept.name : `${proposal.title}${changed ? ', changed by hand' : ''}`;
  return (
    <div className="plan-head" aria-busy={busy}>
      <h1 className="clip">{name}</h1>
      <span className={`verdict verdict-${verdict.tone}`}>{verdict.text}</span>
      <span className="flex-fill" />
      {!kept && undoable && (
        <Button
          variant="quiet"
          className="no-print"
          onClick={() => undo(job.id)}
          title="Take the last change back"
        >
          <Undo2 size={18} /> Undo
        </Button>
      )}
      <Button variant="quiet" className="no-print" aria-label="Print" onClick={() => window.print()}>
        <Printer size={18} />
      </Button>
      {!kept && (
        <Button
          className="no-print"
          variant={ready.state === 'broken' ? 'secondary' : 'primary'}
          disabled={keep.isPending || busy || asked}
          title={asked ? 'This answers a question. Go back to the job as it is to keep a plan.' : undefined}
          onClick={() =>
            keep.mutate(
              {
                jobId: job.id,
                fields: { id: newId(), name: name.slice(0, 80), proposal, basis: planBasisOf(job) },
              },
              {
                onSuccess: (plan) => {
                  tell({ text: 'Plan kept.' });
                  setParams({ kept: plan.id }, { replace: true });
                },
              },
            )
          }
        >
          <Check size={18} /> {ready.state === 'broken' ? 'Keep it all the same' : 'Keep this plan'}
        </Button>
      )}
    </div>
  );
}
