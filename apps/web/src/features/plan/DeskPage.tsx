import { lazy, Suspense } from 'react';
import { useSearchParams } from 'react-router';
import { Button, Form } from 'react-bootstrap';
import { RotateCcw } from 'lucide-react';
import {
  captureInForce,
  type DeskDevice,
  type Feed,
  type JobView,
  mayFeed,
  pairName,
  type PairView,
} from '@ulpen/core';
import { ResponseStrip, OpenStrip } from '../../ui/BandStrip.tsx';
import { DiffersTag } from '../../ui/MapDifferences.tsx';
import { StandingTag } from '../../ui/StandingTag.tsx';
import { useSignalPolarity } from '../../ui/use-signal-polarity.ts';
import { channelName } from './channel-name.ts';
import { DeskInput } from './DeskInput.tsx';
import { EqualiserTable } from './EqualiserTable.tsx';
import { useFramedPlan } from './PlanFrame.tsx';
import { DEVICE_WORD } from './plan-words.ts';
import './desk.css';

const FeedChart = lazy(async () => ({ default: (await import('./FeedChart.tsx')).FeedChart }));

type DeskTap = Omit<Feed['taps'][number], 'captureId'>;
const bare = ({ captureId: _, ...tap }: Feed['taps'][number]): DeskTap => tap;

/** The summing desk: every output that may feed a channel, taken in, flipped, trimmed and delayed by hand. */
export function DeskPage() {
  const { job, shown } = useFramedPlan();
  const { proposal, changes, change, kept } = shown;
  const signalOf = useSignalPolarity(job);
  const [params, setParams] = useSearchParams();
  const at = Math.min(Number(params.get('feed') ?? 0) || 0, Math.max(0, proposal.feeds.length - 1));
  const feed = proposal.feeds[at];
  if (!feed) return <main className="desk p-4 quiet">No channel of this plan is fed yet.</main>;
  const byHand = changes.feeds.find((f) => f.targetId === feed.targetId && f.side === feed.side);
  const taps: DeskTap[] = byHand?.taps ?? feed.taps.map(bare);
  const put = (next: DeskTap[], device = byHand?.device ?? feed.device) => {
    const others = changes.feeds.filter((f) => f !== byHand);
    const joins = device === 'summing-converter' || device === 'processor';
    // Taps that are chosen by hand are neither data nor joined to a speaker.
    const kind: DeskDevice = device === 'data-interface' || device === 'joined' ? 'converter' : device;
    change({
      ...changes,
      feeds: [
        ...others,
        {
          targetId: feed.targetId,
          side: feed.side,
          device: next.length > 1 && !joins ? 'summing-converter' : kind,
          taps: next,
        },
      ],
    });
  };
  const solve = () => change({ ...changes, feeds: changes.feeds.filter((f) => f !== byHand) });
  const toggle = (pair: PairView) => {
    const there = taps.some((t) => t.pairId === pair.id);
    if (there && taps.length === 1) return;
    put(
      there
        ? taps.filter((t) => t.pairId !== pair.id)
        : [...taps, { pairId: pair.id, inverted: false, gainDb: 0, delayMs: 0, allPassHz: null }],
    );
  };
  const update = (pairId: string, part: Partial<DeskTap>) =>
    put(taps.map((t) => (t.pairId === pairId ? { ...t, ...part } : t)));
  return (
    <main className="panes desk">
      <section className="pane" aria-label="Outputs">
        <div className="desk-channels" role="group" aria-label="Channel">
          {proposal.feeds.map((f, i) => (
            <button
              key={`${f.targetId}-${f.side}`}
              type="button"
              className="toggle"
              aria-pressed={i === at}
              onClick={() =>
                setParams(
                  (now) => {
                    now.set('feed', String(i));
                    return now;
                  },
                  { replace: true },
                )
              }
            >
              {channelName(job, f)}
            </button>
          ))}
        </div>
        <div className="desk-head">
          <span>
            {kept
              ? 'A kept plan stays as it was kept.'
              : byHand
                ? `Set by hand, in a ${DEVICE_WORD[feed.device].toLowerCase()}.`
                : `As solved, in a ${DEVICE_WORD[feed.device].toLowerCase()}.`}
          </span>
          <span className="flex-fill" />
          {!kept && feed.side === 'mono' && taps.length === 1 && (
            <Form.Check
              type="switch"
              id="desk-bridged"
              label="bridge left to right at the converter"
              checked={feed.device === 'bridged-converter'}
              onChange={(e) => put(taps, e.target.checked ? 'bridged-converter' : 'converter')}
            />
          )}
          {!kept && (
            <Button variant="secondary" onClick={solve} disabled={!byHand}>
              <RotateCcw size={18} /> Solve it
            </Button>
          )}
        </div>
        <ul className="desk-inputs">
          {allowed(job, feed).map((pair) => {
            const tap = taps.find((t) => t.pairId === pair.id);
            const capture = captureInForce(job, pair);
            const polarity = signalOf(pair).standing;
            return (
              <li key={pair.id} className={tap ? 'desk-on' : ''}>
                <label className="desk-pair">
                  <input
                    type="checkbox"
                    className="form-check-input"
                    checked={tap !== undefined}
                    disabled={kept !== null || (tap !== undefined && taps.length === 1)}
                    onChange={() => toggle(pair)}
                  />
                  <span>
                    {pairName(pair)}{' '}
                    <span className="small quiet">{job.units.find((u) => u.id === pair.unitId)?.name}</span>
                    <DiffersTag job={job} pairId={pair.id} />
                    {polarity !== 'measured' && tap && taps.length > 1 && (
                      <StandingTag standing={polarity}>polarity {polarity}</StandingTag>
                    )}
                  </span>
                </label>
                {capture ? (
                  <ResponseStrip analysis={capture.analysis} label={`What ${pairName(pair)} carries`} />
                ) : (
                  <OpenStrip />
                )}
                {tap && (
                  <DeskInput
                    name={pairName(pair)}
                    tap={tap}
                    locked={kept !== null}
                    onChange={(part) => update(pair.id, part)}
                  />
                )}
              </li>
            );
          })}
        </ul>
      </section>
      <section className="pane" aria-label="Prediction">
        <Suspense fallback={<p className="quiet">Drawing …</p>}>
          <FeedChart job={job} feed={feed} />
        </Suspense>
        <EqualiserTable feed={feed} name={channelName(job, feed)} />
      </section>
    </main>
  );
}

/** Outputs of the feed's side, those that are used first; all of them for a mono channel. */
function allowed(job: JobView, feed: Feed): PairView[] {
  const pairs = job.units.flatMap((u) => u.pairs);
  const used = (p: PairView) => feed.taps.some((t) => t.pairId === p.id);
  return pairs
    .map((pair) => ({ pair, analysis: captureInForce(job, pair)?.analysis }))
    .filter(
      ({ pair, analysis }) =>
        used(pair) || mayFeed({ pair, highHz: analysis?.highHz ?? null }, feed.side, feed.need),
    )
    .filter(({ analysis }) => analysis?.bandClass !== 'silent')
    .map(({ pair }) => pair);
}
