import { lazy, Suspense } from 'react';
import { useSearchParams } from 'react-router';
import { readinessOf } from '@ulpen/core';
import { channelName } from './channel-name.ts';
import { EqualiserTable } from './EqualiserTable.tsx';
import { Equipment } from './Equipment.tsx';
import { LevelTable } from './LevelTable.tsx';
import { useFramedPlan } from './PlanFrame.tsx';
import { Remarks } from './Remarks.tsx';
import { SignalPath } from './SignalPath.tsx';
import { TurnOnChain } from './TurnOnChain.tsx';
import './path.css';

const FeedChart = lazy(async () => ({ default: (await import('./FeedChart.tsx')).FeedChart }));

/** One plan from factory output to speaker, with volts and bands at each point, and what the rules say of it. */
export function PathPage() {
  const { job, shown } = useFramedPlan();
  const { proposal } = shown;
  const [params, setParams] = useSearchParams();
  const at = Math.min(Number(params.get('feed') ?? 0) || 0, Math.max(0, proposal.feeds.length - 1));
  const show = (i: number) =>
    setParams(
      (now) => {
        now.set('feed', String(i));
        return now;
      },
      { replace: true },
    );
  const feed = proposal.feeds[at];
  return (
    <main className="panes plan-panes">
      <section className="pane" aria-label="Signal path">
        <SignalPath job={job} proposal={proposal} shownFeed={at} onShowFeed={show} />
        {feed && <LevelTable feed={feed} name={channelName(job, feed)} />}
        <TurnOnChain proposal={proposal} />
        <Equipment proposal={proposal} />
      </section>
      <section className="pane" aria-label="Prediction">
        {feed && (
          <Suspense fallback={<p className="quiet">Drawing …</p>}>
            <FeedChart job={job} feed={feed} />
          </Suspense>
        )}
        {feed && feed.correction.length > 0 && <EqualiserTable feed={feed} name={channelName(job, feed)} />}
        <Remarks job={job} shown={shown} readiness={readinessOf(proposal, job.decisions)} />
      </section>
    </main>
  );
}
