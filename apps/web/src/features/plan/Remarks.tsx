import { useState } from 'react';
import { Link } from 'react-router';
import { Button } from 'react-bootstrap';
import { CircleCheck, CircleDashed, OctagonX, TriangleAlert } from 'lucide-react';
import type { JobView, Readiness, Remark } from '@ulpen/core';
import { useCommand } from '../../api/commands/use-command.ts';
import { withdrawDecision } from '../../api/commands/withdraw-decision.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { settlePath } from './plan-words.ts';
import { SignForm } from './SignForm.tsx';
import type { ShownPlan } from './use-plan.ts';
import { useSign } from './use-sign.ts';

interface RemarksProps {
  job: JobView;
  shown: ShownPlan;
  readiness: Readiness;
}

/** Broken rules shout, warnings speak, open assumptions whisper. Each leads to the reading that would settle it. */
export function Remarks({ job, shown, readiness }: RemarksProps) {
  const { remarks } = shown.proposal;
  const [signing, setSigning] = useState(false);
  const tell = useNotices((s) => s.tell);
  const withdraw = useCommand(withdrawDecision);
  const { sign, busy } = useSign(job, 'accepted', shown);
  const loud = remarks.filter((r) => r.severity === 'error' || r.severity === 'warning');
  const notes = remarks.filter((r) => r.severity === 'note');
  return (
    <div className="remarks-all">
      <ul className="remarks">
        {loud.map((remark) => (
          <li key={remark.text} className={`remark remark-${remark.severity}`}>
            {remark.severity === 'error' ? (
              <OctagonX size={20} aria-label="Broken rule" />
            ) : (
              <TriangleAlert size={18} aria-label="Look again" />
            )}
            <RemarkText job={job} remark={remark} />
          </li>
        ))}
      </ul>
      {(readiness.open.length > 0 || readiness.accepted.length > 0) && (
        <section className="assumptions" aria-label="Assumptions">
          <div className="assumptions-head">
            <h2 className="label">
              Assumed: <span className="num">{readiness.open.length}</span> open
              {readiness.accepted.length > 0 && (
                <>
                  , <span className="num">{readiness.accepted.length}</span> accepted
                </>
              )}
            </h2>
            {readiness.open.length > 0 && (
              <Button
                variant="quiet"
                className="no-print"
                aria-expanded={signing}
                onClick={() => setSigning(!signing)}
              >
                Accept by name …
              </Button>
            )}
          </div>
          {signing && (
            <SignForm
              title="Accept the assumptions"
              items={readiness.open.map((r) => ({ key: `${r.rule}${r.text}`, text: r.text, value: r }))}
              busy={busy}
              onCancel={() => setSigning(false)}
              onSign={(chosen, signedBy) => sign(chosen, signedBy, () => setSigning(false))}
            />
          )}
          <ul>
            {readiness.open.map((remark) => (
              <li key={remark.text}>
                <CircleDashed size={16} aria-label="Open" />
                <RemarkText job={job} remark={remark} />
              </li>
            ))}
            {readiness.accepted.map(({ remark, decision }) => (
              <li key={remark.text} className="assumptions-accepted">
                <CircleCheck size={16} aria-label="Accepted" />
                <span>
                  {remark.text} <span className="small">Accepted by {decision.signedBy}.</span>{' '}
                  <button
                    type="button"
                    className="link-button no-print"
                    onClick={() =>
                      withdraw.mutate(
                        { jobId: job.id, decisionId: decision.id },
                        { onSuccess: () => tell({ text: 'Open again.' }) },
                      )
                    }
                  >
                    Take back
                  </button>
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {notes.length > 0 && (
        <ul className="remarks notes">
          {notes.map((remark) => (
            <li key={remark.text} className="remark remark-note">
              <RemarkText job={job} remark={remark} />
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function RemarkText({ job, remark }: { job: JobView; remark: Remark }) {
  const path = settlePath(job.id, remark);
  return (
    <span>
      {remark.text} {remark.remedy && <span className="remedy">{remark.remedy}</span>}{' '}
      {path && (
        <Link className="no-print" to={path.to}>
          {path.word}
        </Link>
      )}
      {remark.settle?.stage === 'setup' && (
        <Link className="no-print" to={{ pathname: '../setup', search: location.search }} relative="path">
          Change it
        </Link>
      )}
    </span>
  );
}
