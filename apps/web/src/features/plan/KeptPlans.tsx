import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { BadgeCheck, Trash2 } from 'lucide-react';
import { format } from 'date-fns';
import { differencesOf, type JobView, type Plan, type PlanState } from '@ulpen/core';
import { KEPT_WORDS, useRemoval } from '../../api/use-removal.ts';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { DifferenceList } from './DifferenceList.tsx';
import { agreedWord, DEVICE_WORD, STATE_VERDICT } from './plan-words.ts';
import { usePlanStates } from './use-plan.ts';

interface KeptPlansProps {
  job: JobView;
  shownId: string | null;
  onShow: (plan: Plan) => void;
  onGone: () => void;
}

/** Plans that were kept, newest first, each with its earlier revisions. */
export function KeptPlans({ job, shownId, onShow, onGone }: KeptPlansProps) {
  const [removing, setRemoving] = useState<Plan | null>(null);
  const { remove } = useRemoval(job.id);
  const series = revisionsOf(job.plans);
  const states = usePlanStates(
    job,
    series.map(([newest]) => newest),
  );
  if (series.length === 0) return null;
  const line = (plan: Plan, numbered: boolean) => (
    <Line
      key={plan.id}
      plan={plan}
      name={numbered ? `${plan.name}, revision ${plan.revision}` : plan.name}
      shown={plan.id === shownId}
      state={states[plan.id]}
      onShow={() => onShow(plan)}
      onRemove={() => setRemoving(plan)}
    />
  );
  return (
    <section className="kept no-print" aria-label="Kept plans">
      <h3 className="label">Kept plans</h3>
      <ul>
        {series.map(([newest, ...earlier]) => (
          <li key={newest.seriesId}>
            {line(newest, earlier.length > 0)}
            {earlier.length > 0 && (
              <details className="kept-earlier" open={earlier.some((p) => p.id === shownId)}>
                <summary>
                  Changes from revision {earlier[0].revision} to {newest.revision}, and earlier revisions
                </summary>
                <DifferenceList
                  of="later"
                  differences={differencesOf(
                    earlier[0].proposal,
                    newest.proposal,
                    job.targets,
                    job.units.flatMap((u) => u.pairs),
                  )}
                />
                {earlier.map((plan) => line(plan, true))}
              </details>
            )}
          </li>
        ))}
      </ul>
      {removing && (
        <ConfirmDialog
          title={`Remove the plan “${removing.name}”?`}
          action="Remove the plan"
          onCancel={() => setRemoving(null)}
          onConfirm={() =>
            void remove(`/plans/${removing.id}`, removing.name).then((gone) => {
              if (gone) onGone();
              setRemoving(null);
            })
          }
        >
          The measurements and targets stay. {KEPT_WORDS}
        </ConfirmDialog>
      )}
    </section>
  );
}

/** The revisions of each plan, newest first. */
function revisionsOf(plans: readonly Plan[]): Plan[][] {
  const ids = [...new Set(plans.map((p) => p.seriesId))];
  return ids.map((id) => plans.filter((p) => p.seriesId === id).sort((a, b) => b.revision - a.revision));
}

interface LineProps {
  plan: Plan;
  name: string;
  shown: boolean;
  /** undefined: not worked out, or an earlier revision */
  state: PlanState | undefined;
  onShow: () => void;
  onRemove: () => void;
}

function Line({ plan, name, shown, state, onShow, onRemove }: LineProps) {
  const verdict = state && STATE_VERDICT[state];
  return (
    <div className={`kept-line ${shown ? 'kept-shown' : ''}`}>
      <button type="button" className="kept-open" aria-pressed={shown} onClick={onShow}>
        <strong>{name}</strong>
        <span className="quiet">{DEVICE_WORD[plan.proposal.device]}</span>
        <span className="num small quiet">{format(new Date(plan.createdAt), 'dd.MM. HH:mm')}</span>
        {plan.agreedAt && (
          <span className="agreed">
            <BadgeCheck size={16} aria-hidden /> {agreedWord(plan)}
          </span>
        )}
        {verdict && <span className={`verdict verdict-${verdict.tone}`}>{verdict.text}</span>}
      </button>
      <Button
        variant="quiet"
        aria-label={`Remove the plan ${name}`}
        title="Remove this plan"
        onClick={onRemove}
      >
        <Trash2 size={16} />
      </Button>
    </div>
  );
}
