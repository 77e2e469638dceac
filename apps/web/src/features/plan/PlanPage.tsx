import { lazy, Suspense } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Button } from 'react-bootstrap';
import { Check } from 'lucide-react';
import {
  isUpToDate,
  type JobView,
  type Plan,
  planBasisOf,
  type PlanFields,
  type Proposal,
} from '@ulpen/core';
import { api } from '../../api/client.ts';
import { useJobChange } from '../../api/queries.ts';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { useNotices } from '../../ui/notices-store.ts';
import { useFramedJob } from '../job/JobFrame.tsx';
import { KeptPlans } from './KeptPlans.tsx';
import { ProposalTabs } from './ProposalTabs.tsx';
import { Remarks } from './Remarks.tsx';
import { SignalPath } from './SignalPath.tsx';
import { useProposals } from './use-proposals.ts';
import './plan.css';

const FeedChart = lazy(async () => ({ default: (await import('./FeedChart.tsx')).FeedChart }));

/** Every way in, worked out and compared; the chosen one as a signal path with its predicted sums. */
export function PlanPage() {
  const job = useFramedJob();
  const [params, setParams] = useSearchParams();
  const worked = useProposals(job);
  const kept = job.plans.find((p) => p.id === params.get('kept')) ?? null;
  const proposals = worked.data ?? [];
  const proposal = kept?.proposal ?? proposals.find((p) => p.strategy === params.get('way')) ?? proposals[0];

  if (job.targets.length === 0) {
    return (
      <EmptyState
        title="Nothing to plan for yet"
        actions={
          <Link className="btn btn-primary" to="../intake">
            Say what is to be fed
          </Link>
        }
      >
        A plan needs at least one target: a new channel and the band it needs.
      </EmptyState>
    );
  }
  if (!kept && worked.isSuccess && proposals.length === 0) {
    return (
      <EmptyState
        title="Nothing measured yet"
        actions={
          <Link className="btn btn-primary" to="../listen">
            Import a measurement
          </Link>
        }
      >
        A plan is worked out from what the outputs carry. Import at least one measured response.
      </EmptyState>
    );
  }
  if (!proposal) {
    return (
      <p className="p-4 quiet" aria-live="polite">
        {worked.isError
          ? 'The ways in could not be worked out. Reload the page.'
          : 'Working out every way in …'}
      </p>
    );
  }
  const feedAt = Math.min(Number(params.get('feed') ?? 0) || 0, Math.max(0, proposal.feeds.length - 1));
  const show = (next: Record<string, string>) => setParams(next, { replace: true });
  const place: Record<string, string> = kept ? { kept: kept.id } : { way: proposal.strategy };
  const feed = proposal.feeds[feedAt];

  return (
    <main className="plan">
      <ProposalTabs
        proposals={proposals}
        shown={kept ? null : proposal.strategy}
        busy={worked.isFetching}
        onShow={(strategy) => show({ way: strategy })}
      />
      <div className="panes plan-panes">
        <section className="pane" aria-label="Signal path">
          <PlanHead
            job={job}
            proposal={proposal}
            kept={kept}
            onBack={() => show({})}
            onKept={(plan) => show({ kept: plan.id })}
          />
          <SignalPath
            job={job}
            proposal={proposal}
            shownFeed={feedAt}
            onShowFeed={(i) => show({ ...place, feed: String(i) })}
          />
          <KeptPlans
            job={job}
            shownId={kept?.id ?? null}
            onShow={(plan) => show({ kept: plan.id })}
            onGone={() => show({})}
          />
        </section>
        <section className="pane" aria-label="Prediction">
          {feed && (
            <Suspense fallback={<p className="quiet">Drawing …</p>}>
              <FeedChart job={job} feed={feed} />
            </Suspense>
          )}
          <Remarks job={job} remarks={proposal.remarks} />
          <h3 className="label mt-3">Why</h3>
          <ul className="reasons">
            {proposal.reasons.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </ul>
        </section>
      </div>
    </main>
  );
}

interface PlanHeadProps {
  job: JobView;
  proposal: Proposal;
  kept: Plan | null;
  onBack: () => void;
  onKept: (plan: Plan) => void;
}

/** What is shown, whether it still holds, and keeping it. */
function PlanHead({ job, proposal, kept, onBack, onKept }: PlanHeadProps) {
  const tell = useNotices((s) => s.tell);
  const keep = useJobChange(job.id, (fields: PlanFields) => api.post<Plan>(`/jobs/${job.id}/plans`, fields));
  const errors = proposal.remarks.filter((r) => r.severity === 'error').length;
  if (kept) {
    const upToDate = isUpToDate(kept.basis, job);
    return (
      <>
        <div className="pane-title">
          <h1>{kept.name}</h1>
          <span className="quiet">
            kept{' '}
            {new Date(kept.createdAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
          </span>
        </div>
        {!upToDate && (
          <div className="stale-plan" role="alert">
            <p>
              <strong>Out of date.</strong> A measurement, an output or a target was changed after this plan
              was kept.
            </p>
            <Button variant="secondary" onClick={onBack}>
              See what it would be now
            </Button>
          </div>
        )}
      </>
    );
  }
  return (
    <div className="plan-head">
      <h1>{proposal.title}</h1>
      <span className="flex-fill" />
      <Button
        className="no-print"
        variant={errors > 0 ? 'secondary' : 'primary'}
        disabled={keep.isPending}
        onClick={() =>
          keep.mutate(
            { name: proposal.title, proposal, basis: planBasisOf(job) },
            {
              onSuccess: (plan) => {
                tell({ text: 'Plan kept.' });
                onKept(plan);
              },
            },
          )
        }
      >
        <Check size={18} /> {errors > 0 ? 'Keep it all the same' : 'Keep this plan'}
      </Button>
    </div>
  );
}
