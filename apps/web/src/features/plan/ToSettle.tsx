import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Button } from 'react-bootstrap';
import { CircleCheck, CircleDashed, Eye, OctagonX, TriangleAlert } from 'lucide-react';
import { leftOpen, type Loss, type Readiness, readinessOf, type Remark } from '@ulpen/core';
import { placeId } from './drawing/place.ts';
import { useFramedPlan } from './PlanFrame.tsx';
import { settlePath } from './plan-words.ts';
import { SignForm } from './SignForm.tsx';
import { TakeBack } from './TakeBack.tsx';
import { useSign } from './use-sign.ts';

/** Everything that stands between the plan and being ready, each with the way to where it is settled; then the rest. */
export function ToSettle() {
  const { job, shown } = useFramedPlan();
  const readiness = readinessOf(shown.proposal, job.decisions);
  const { errors, open, unseen, unsigned, accepted } = readiness;
  const said = shown.proposal.remarks.filter((r) => r.severity === 'warning' || r.severity === 'note');
  return (
    <>
      <section className="to-settle" aria-label="Before it is ready">
        <h2>Before it is ready</h2>
        {errors.length + leftOpen(readiness) === 0 && (
          <p className="settled">
            <CircleCheck size={18} aria-hidden /> Nothing is left to settle.
          </p>
        )}
        <ul>
          {errors.map((remark) => (
            <RemarkLine key={remark.text} jobId={job.id} remark={remark} />
          ))}
          {unsigned.map((loss) => (
            <LossLine key={loss.rule} loss={loss} />
          ))}
        </ul>
        {unseen.length > 0 && (
          <>
            <h3 className="label settle-unseen">
              To be seen at the car: <span className="num">{unseen.length}</span>
            </h3>
            <ul>
              {unseen.map((remark) => (
                <RemarkLine key={remark.text} jobId={job.id} remark={remark} />
              ))}
            </ul>
          </>
        )}
        {open.length > 0 && <Accept open={open} />}
        <ul>
          {open.map((remark) => (
            <RemarkLine key={remark.text} jobId={job.id} remark={remark} />
          ))}
        </ul>
      </section>
      {accepted.length > 0 && <Accepted accepted={accepted} />}
      {said.length > 0 && (
        <section className="to-settle" aria-label="Worth knowing">
          <h2>Worth knowing</h2>
          <ul>
            {said.map((remark) => (
              <RemarkLine key={remark.text} jobId={job.id} remark={remark} />
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

const MARK: Record<Remark['severity'], React.ReactNode> = {
  error: <OctagonX size={18} className="verdict-wrong" aria-label="Broken rule" />,
  warning: <TriangleAlert size={18} className="look-at" aria-label="Look again" />,
  assumption: <CircleDashed size={18} className="quiet" aria-label="Assumed" />,
  note: <span />,
};

function RemarkLine({ jobId, remark }: { jobId: string; remark: Remark }) {
  const path = settlePath(jobId, remark);
  const unseen = remark.severity === 'assumption' && !remark.acceptable;
  return (
    <li className={`settle-${remark.severity}`}>
      {unseen ? (
        <Eye size={18} className="look-at" aria-label="To be seen at the car" />
      ) : (
        MARK[remark.severity]
      )}
      <span>
        {remark.text} {remark.remedy && <span className="small quiet">{remark.remedy}</span>}
      </span>
      {path && (
        <Link className="no-print" to={path.to}>
          {path.word}
        </Link>
      )}
      {remark.settle?.place && <PlaceLink place={remark.settle.place} />}
    </li>
  );
}

/** To the place of the drawing where it is set. */
function PlaceLink({ place }: { place: NonNullable<NonNullable<Remark['settle']>['place']> }) {
  const [params] = useSearchParams();
  const there = new URLSearchParams(params);
  there.set('part', placeId(place));
  return (
    <Link className="no-print" to={`?${there.toString()}`} replace>
      Change it
    </Link>
  );
}

function LossLine({ loss }: { loss: Loss }) {
  return (
    <li>
      <CircleDashed size={18} className="look-at" aria-label="Consent open" />
      <span>
        {loss.text} <span className="small quiet">The owner’s consent is needed.</span>
      </span>
      <Link className="no-print" to={{ pathname: '../owner', search: location.search }} relative="path">
        Ask the owner
      </Link>
    </li>
  );
}

/** What is assumed can be accepted as it is, by name. */
function Accept({ open }: { open: readonly Remark[] }) {
  const { job, shown } = useFramedPlan();
  const [signing, setSigning] = useState(false);
  const { sign, busy } = useSign(job, 'accepted', shown);
  return (
    <div className="settle-accept no-print">
      <h3 className="label">
        Assumed: <span className="num">{open.length}</span> open
      </h3>
      <Button variant="quiet" aria-expanded={signing} onClick={() => setSigning(!signing)}>
        Accept by name …
      </Button>
      {signing && (
        <SignForm
          title="Accept the assumptions"
          items={open.map((r) => ({ key: `${r.rule}${r.text}`, text: r.text, value: r }))}
          busy={busy}
          onCancel={() => setSigning(false)}
          onSign={(chosen, signedBy) => sign(chosen, signedBy, () => setSigning(false))}
        />
      )}
    </div>
  );
}

function Accepted({ accepted }: Pick<Readiness, 'accepted'>) {
  return (
    <section className="to-settle" aria-label="Accepted">
      <h2>
        Accepted <span className="num quiet">{accepted.length}</span>
      </h2>
      <ul>
        {accepted.map(({ remark, decision }) => (
          <li key={remark.text}>
            <CircleCheck size={18} className="verdict-fits" aria-label="Accepted" />
            <span>
              {remark.text} <span className="small quiet">Accepted by {decision.signedBy}.</span>
            </span>
            <TakeBack decision={decision} said="Open again." />
          </li>
        ))}
      </ul>
    </section>
  );
}
