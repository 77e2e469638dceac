import { Link } from 'react-router';
import { CircleCheck, CircleDashed, OctagonX } from 'lucide-react';
import { type Loss, readinessOf, type Remark } from '@ulpen/core';
import { useFramedPlan } from './PlanFrame.tsx';
import { settlePath } from './plan-words.ts';

/** Everything that stands between the plan and being ready, each with the way to where it is settled. */
export function ToSettle() {
  const { job, shown } = useFramedPlan();
  const { errors, open, unsigned } = readinessOf(shown.proposal, job.decisions);
  const left = errors.length + open.length + unsigned.length;
  return (
    <section className="to-settle" aria-label="Before it is ready">
      <h2>Before it is ready</h2>
      {left === 0 && (
        <p className="settled">
          <CircleCheck size={18} aria-hidden /> Nothing is left to settle.
        </p>
      )}
      <ul>
        {errors.map((remark) => (
          <RemarkLine key={remark.text} jobId={job.id} remark={remark} broken />
        ))}
        {unsigned.map((loss) => (
          <LossLine key={loss.rule} loss={loss} />
        ))}
        {open.map((remark) => (
          <RemarkLine key={remark.text} jobId={job.id} remark={remark} />
        ))}
      </ul>
    </section>
  );
}

function RemarkLine({ jobId, remark, broken = false }: { jobId: string; remark: Remark; broken?: boolean }) {
  const path = settlePath(jobId, remark);
  return (
    <li>
      {broken ? (
        <OctagonX size={18} className="verdict-wrong" aria-label="Broken rule" />
      ) : (
        <CircleDashed size={18} className="quiet" aria-label="Assumed" />
      )}
      <span>
        {remark.text} {remark.remedy && <span className="small quiet">{remark.remedy}</span>}
      </span>
      {path && (
        <Link className="no-print" to={path.to}>
          {path.word}
        </Link>
      )}
      {remark.settle?.stage === 'setup' && <ViewLink view="setup">Change it</ViewLink>}
      {!path && remark.settle?.stage !== 'setup' && !broken && <ViewLink view="path">Accept it</ViewLink>}
    </li>
  );
}

function LossLine({ loss }: { loss: Loss }) {
  return (
    <li>
      <CircleDashed size={18} className="look-at" aria-label="Consent open" />
      <span>
        {loss.text} <span className="small quiet">The owner’s consent is needed.</span>
      </span>
      <ViewLink view="owner">Ask the owner</ViewLink>
    </li>
  );
}

const ViewLink = ({ view, children }: { view: string; children: string }) => (
  <Link className="no-print" to={{ pathname: `../${view}`, search: location.search }} relative="path">
    {children}
  </Link>
);
