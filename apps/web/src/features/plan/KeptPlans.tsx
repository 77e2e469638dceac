import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Trash2 } from 'lucide-react';
import { format } from 'date-fns';
import { isUpToDate, type JobView, type Plan } from '@ulpen/core';
import { KEPT_WORDS, useRemoval } from '../../api/use-removal.ts';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { DEVICE_WORD } from './plan-words.ts';

interface KeptPlansProps {
  job: JobView;
  shownId: string | null;
  onShow: (plan: Plan) => void;
  onGone: () => void;
}

/** Plans that were kept, newest first. */
export function KeptPlans({ job, shownId, onShow, onGone }: KeptPlansProps) {
  const [deleting, setDeleting] = useState<Plan | null>(null);
  const { remove } = useRemoval(job.id);
  if (job.plans.length === 0) return null;
  return (
    <section className="kept no-print" aria-label="Kept plans">
      <h3 className="label">Kept plans</h3>
      <ul>
        {job.plans.map((plan) => (
          <li key={plan.id} className={plan.id === shownId ? 'kept-shown' : ''}>
            <button
              type="button"
              className="kept-open"
              aria-pressed={plan.id === shownId}
              onClick={() => onShow(plan)}
            >
              <strong>{plan.name}</strong>
              <span className="quiet">{DEVICE_WORD[plan.proposal.device]}</span>
              <span className="num small quiet">{format(new Date(plan.createdAt), 'dd.MM. HH:mm')}</span>
              {isUpToDate(plan.basis, job) ? (
                <span className="verdict verdict-fits">holds</span>
              ) : (
                <span className="verdict verdict-again">out of date</span>
              )}
            </button>
            <Button
              variant="quiet"
              aria-label={`Remove the plan ${plan.name}`}
              title="Remove this plan"
              onClick={() => setDeleting(plan)}
            >
              <Trash2 size={16} />
            </Button>
          </li>
        ))}
      </ul>
      {deleting && (
        <ConfirmDialog
          title={`Remove the plan “${deleting.name}”?`}
          action="Remove the plan"
          onCancel={() => setDeleting(null)}
          onConfirm={() =>
            void remove(`/plans/${deleting.id}`, deleting.name).then((gone) => {
              if (gone) onGone();
              setDeleting(null);
            })
          }
        >
          The measurements and targets stay. {KEPT_WORDS}
        </ConfirmDialog>
      )}
    </section>
  );
}
