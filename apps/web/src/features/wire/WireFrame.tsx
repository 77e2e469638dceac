import { useMemo } from 'react';
import { Link, NavLink, Outlet, useOutletContext } from 'react-router';
import { format } from 'date-fns';
import {
  type Bench,
  benchOf,
  type JobView,
  type Plan,
  wiredPlan,
  type Wiring,
  type WiringChoices,
  wiringOf,
} from '@ulpen/core';
import { changeWiring } from '../../api/commands/change-wiring.ts';
import { useFingerprint } from '../../api/fingerprint.ts';
import { useFramedMeasuredJob } from '../../api/framed-job.ts';
import { type Change, useSavedAtOnce } from '../../api/use-saved-at-once.ts';
import { EmptyState } from '../../ui/EmptyState.tsx';
import '../../ui/panes.css';
import '../../ui/view-tabs.css';
import './wire.css';

const VIEWS = [
  { to: '.', name: 'Conductors', end: true },
  { to: 'loom', name: 'Loom', end: false },
  { to: 'places', name: 'Places', end: false },
  { to: 'joints', name: 'Joints', end: false },
  { to: 'cables', name: 'Cables', end: false },
  { to: 'paper', name: 'Paper', end: false },
];

export interface WireOutlet {
  job: JobView;
  plan: Plan;
  wiring: Wiring;
  bench: Bench;
  choices: WiringChoices;
  change: (part: Change<WiringChoices>) => void;
}

/** The plan that is wired, with what was chosen for its joints and cables. */
export const useFramedWiring = () => useOutletContext<WireOutlet>();

/** Around every view of Wire: which plan it is, and whether anything may be cut yet. */
export function WireFrame() {
  const job = useFramedMeasuredJob();
  const plan = wiredPlan(job);
  if (!plan)
    return (
      <Nothing title="Nothing to wire yet" to="../plan" action="See the plan">
        The wiring follows from a kept plan: keep one first.
      </Nothing>
    );
  if (!plan.proposal.car)
    return (
      <Nothing
        title="This plan has no finished car"
        to={`../plan?kept=${plan.id}`}
        action={`Open ${plan.name}`}
      >
        It was kept before plans had one. Keep it again, and it can be wired.
      </Nothing>
    );
  return <Framed key={job.id} job={job} plan={plan} />;
}

interface NothingProps {
  title: string;
  to: string;
  action: string;
  children: React.ReactNode;
}

function Nothing({ title, to, action, children }: NothingProps) {
  const button = (
    <Link className="btn btn-primary" to={to}>
      {action}
    </Link>
  );
  return (
    <main>
      <h1 className="visually-hidden">Wire</h1>
      <EmptyState title={title} actions={button}>
        {children}
      </EmptyState>
    </main>
  );
}

function Framed({ job, plan }: { job: JobView; plan: Plan }) {
  const wiring = useMemo(() => wiringOf(job, plan, plan.proposal.car!), [job, plan]);
  const { draft: choices, change } = useSavedAtOnce(job.id, changeWiring, job.wiring);
  const bench = useMemo(() => benchOf(job, wiring, choices), [job, wiring, choices]);
  const outlet: WireOutlet = { job, plan, wiring, bench, choices, change };
  return (
    <div className="wire-frame">
      <section className="wire-bar" aria-label="The wiring">
        <nav className="view-tabs no-print" aria-label="Views of the wiring">
          {VIEWS.map((v) => (
            <NavLink
              key={v.name}
              to={v.to}
              end={v.end}
              className={({ isActive }) => (isActive ? 'view-tab-on' : '')}
            >
              {v.name}
            </NavLink>
          ))}
        </nav>
        <PlanLine job={job} plan={plan} />
      </section>
      <Outlet context={outlet} />
    </div>
  );
}

/** Which plan this is, and what forbids to cut yet. */
function PlanLine({ job, plan }: { job: JobView; plan: Plan }) {
  const fingerprint = useFingerprint(job);
  const changed = fingerprint !== null && plan.fingerprint !== null && plan.fingerprint !== fingerprint;
  return (
    <div className="wire-plan">
      <Link to={`../plan/finished?kept=${plan.id}`}>
        {plan.name}, revision {plan.revision}
      </Link>
      {plan.agreedAt !== null && <span>agreed on {format(new Date(plan.agreedAt), 'd MMM yyyy')}</span>}
      {plan.agreedAt === null && (
        <span className="look-again" role="status">
          Draft: no plan is agreed yet. Agree on one before anything is cut.
        </span>
      )}
      {changed && (
        <span className="look-again" role="status">
          The job has changed since this plan was kept. <Link to={`../plan?kept=${plan.id}`}>See what</Link>
        </span>
      )}
    </div>
  );
}
