import { Link, NavLink, Outlet, useOutletContext, useSearchParams } from 'react-router';
import type { JobView } from '@ulpen/core';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { useFramedMeasuredJob } from '../../api/framed-job.ts';
import { DraftConflict } from './DraftConflict.tsx';
import { OutOfDate } from './OutOfDate.tsx';
import { PlanHead } from './PlanHead.tsx';
import { type ShownPlan, useComparison, useShownPlan } from './use-plan.ts';
import '../../ui/toggle.css';
import '../../ui/view-tabs.css';
import './plan.css';

const VIEWS = [
  { to: '.', name: 'Compare', end: true },
  { to: 'finished', name: 'Finished car', end: false },
  { to: 'desk', name: 'Summing desk', end: false },
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
      {shown.kept && <OutOfDate job={job} kept={shown.kept} shown={shown} />}
      <DraftConflict job={job} draft={shown.draft} />
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
