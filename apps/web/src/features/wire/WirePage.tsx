import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { Button } from 'react-bootstrap';
import { format } from 'date-fns';
import { Download, Printer } from 'lucide-react';
import { edited, type Edit, type JobView, type Plan } from '@ulpen/core';
import { useFramedMeasuredJob } from '../../api/framed-job.ts';
import { useFingerprint } from '../../api/fingerprint.ts';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { ConductorTable } from './ConductorTable.tsx';
import { PlayPane } from './PlayPane.tsx';
import { conductorsCsv, groupsOf, wiredPlan, wiringOf } from './wiring-of-job.ts';
import '../../ui/panes.css';
import './wire.css';

/** Every conductor of the plan that is to be built, and what is heard when it is wired like that. */
export function WirePage() {
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
  return <Wired job={job} plan={plan} />;
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

function Wired({ job, plan }: { job: JobView; plan: Plan }) {
  const wiring = useMemo(() => wiringOf(job, plan, plan.proposal.car!), [job, plan]);
  const fingerprint = useFingerprint(job);
  const [edits, setEdits] = useState<readonly Edit[]>([]);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const netlist = useMemo(() => edits.reduce(edited, wiring.netlist), [edits, wiring.netlist]);
  const groups = useMemo(() => groupsOf(netlist), [netlist]);
  const make = (edit: Edit) => {
    setEdits([...edits, edit]);
    setChosen([]);
  };
  const file = `${job.car} wiring`.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return (
    <main className="panes wire">
      <section className="pane" aria-label="Conductors" tabIndex={0}>
        <div className="pane-title">
          <h1>Conductors</h1>
          <span className="wire-tools no-print">
            <Button
              variant="quiet"
              onClick={() => saveFile(new Blob([conductorsCsv(wiring)], { type: 'text/csv' }), `${file}.csv`)}
            >
              <Download size={18} /> CSV
            </Button>
            <Button variant="quiet" onClick={() => window.print()}>
              <Printer size={18} /> Print
            </Button>
          </span>
        </div>
        <p className="wire-plan">
          <Link to={`../plan/finished?kept=${plan.id}`}>
            {plan.name}, revision {plan.revision}
          </Link>
          {plan.agreedAt !== null && `, agreed on ${format(new Date(plan.agreedAt), 'd MMM yyyy')}`}
        </p>
        {plan.agreedAt === null && (
          <p className="look-again" role="status">
            Draft: no plan is agreed yet. Agree on one before anything is cut.
          </p>
        )}
        {fingerprint !== null && plan.fingerprint !== null && plan.fingerprint !== fingerprint && (
          <p className="look-again" role="status">
            The job has changed since this plan was kept. <Link to={`../plan?kept=${plan.id}`}>See what</Link>
          </p>
        )}
        <p className="small quiet">
          Take supply off before any joint on it: battery negative first. Sizes here are suggestions; the
          vehicle maker’s instructions and local rules come first.
        </p>
        {groups.map((g) => (
          <ConductorTable
            key={g.title}
            group={g}
            names={wiring.names}
            chosen={chosen}
            onChoose={(id) =>
              setChosen(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id].slice(-2))
            }
          />
        ))}
      </section>
      <section className="pane" aria-label="Play it" tabIndex={0}>
        <PlayPane
          wiring={wiring}
          netlist={netlist}
          chosen={chosen}
          edited={edits.length > 0}
          onEdit={make}
          onReset={() => {
            setEdits([]);
            setChosen([]);
          }}
        />
      </section>
    </main>
  );
}
