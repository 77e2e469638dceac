import {
  type Feed,
  feedName,
  formatDb,
  formatFrequency,
  type JobView,
  pairName,
  type PairView,
  type Proposal,
  SUM_GRID_HZ,
} from '@ulpen/core';
import { BandStrip, OpenStrip, ResponseStrip } from '../../ui/BandStrip.tsx';
import { StandingTag } from '../../ui/StandingTag.tsx';
import { pairPlace } from '../../ui/pair-place.ts';
import { WireChip } from '../../ui/WireChip.tsx';
import { DEVICE_WORD } from './plan-words.ts';

interface SignalPathProps {
  job: JobView;
  proposal: Proposal;
  shownFeed: number;
  onShowFeed: (index: number) => void;
}

/** The plan from left to right: factory outputs, device, new channel. One row a channel. */
export function SignalPath({ job, proposal, shownFeed, onShowFeed }: SignalPathProps) {
  return (
    <div className="path">
      <div className="path-head label" aria-hidden="true">
        <span>Factory outputs</span>
        <span />
        <span>Device</span>
        <span />
        <span>New channel</span>
      </div>
      {proposal.feeds.map((feed, i) => (
        <FeedRow
          key={`${feed.targetId}-${feed.side}`}
          job={job}
          feed={feed}
          shown={i === shownFeed}
          onShow={() => onShowFeed(i)}
        />
      ))}
    </div>
  );
}

function FeedRow({
  job,
  feed,
  shown,
  onShow,
}: {
  job: JobView;
  feed: Feed;
  shown: boolean;
  onShow: () => void;
}) {
  const pairs = job.units.flatMap((u) => u.pairs);
  const target = job.targets.find((t) => t.id === feed.targetId);
  const name = target ? feedName(target, feed.side) : 'A target that is gone';
  const top = Math.max(
    ...feed.levelDb.filter((_, i) => SUM_GRID_HZ[i] >= feed.need.lowHz && SUM_GRID_HZ[i] <= feed.need.highHz),
  );
  const anyAssumed = feed.phase !== 'measured';
  return (
    <div className={`path-row ${shown ? 'path-shown' : ''}`}>
      <ul className="path-taps">
        {feed.taps.map((tap) => (
          <Tap
            key={tap.pairId}
            tap={tap}
            pair={pairs.find((p) => p.id === tap.pairId)}
            alone={feed.taps.length === 1}
          />
        ))}
      </ul>
      <Joints feed={feed} pairs={pairs} />
      <button
        type="button"
        className="path-device"
        aria-pressed={shown}
        onClick={onShow}
        title="Show its prediction"
      >
        <strong>{DEVICE_WORD[feed.device]}</strong>
        <BandStrip
          frequencyHz={SUM_GRID_HZ}
          levelDb={feed.levelDb}
          referenceDb={top}
          standing={anyAssumed ? 'assumed' : 'measured'}
          need={feed.need}
          label={`Predicted for ${name}`}
        />
        <span className="path-result">
          {feed.covers ? (
            <span className="num">±{feed.withinDb.toFixed(1)} dB</span>
          ) : (
            <span className="verdict verdict-wrong">leaves a gap</span>
          )}
          {anyAssumed && <StandingTag standing="assumed">phase assumed</StandingTag>}
        </span>
      </button>
      <svg className="path-joint" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
        <path d="M0 50H100" />
      </svg>
      <div className="path-channel">
        <strong>{name}</strong>
        <span className="num small">
          {formatFrequency(feed.need.lowHz)} – {formatFrequency(feed.need.highHz)}
        </span>
        {feed.correction.length > 0 && (
          <span className="small quiet">{feed.correction.length} equaliser sections before it</span>
        )}
      </div>
    </div>
  );
}

function Tap({
  tap,
  pair,
  alone,
}: {
  tap: Feed['taps'][number];
  pair: PairView | undefined;
  alone: boolean;
}) {
  if (!pair) return <li className="path-tap">An output that is gone</li>;
  const capture = pair.captures.find((c) => c.id === tap.captureId);
  const place = pairPlace(pair);
  return (
    <li className="path-tap">
      <span className="path-tap-name">
        <strong>{pairName(pair)}</strong>
        <span className="num small quiet">{place}</span>
      </span>
      {capture ? (
        <ResponseStrip analysis={capture.analysis} label={`What ${pairName(pair)} carries`} />
      ) : (
        <OpenStrip />
      )}
      <span className="path-tap-wires">
        <WireChip wire={pair.plusWire} sign="+" />
        <WireChip wire={pair.minusWire} sign="−" />
        {!alone && <span className="num small">{formatDb(tap.gainDb)} dB</span>}
        {tap.inverted && <span className="flip">swap + and −</span>}
      </span>
    </li>
  );
}

/** From each tap to the device; dashed where the polarity is not measured. */
function Joints({ feed, pairs }: { feed: Feed; pairs: readonly PairView[] }) {
  const n = feed.taps.length;
  return (
    <svg className="path-joint" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
      {feed.taps.map((tap, i) => {
        const y = ((i + 0.5) / n) * 100;
        const sure =
          n === 1 ||
          feed.phase === 'measured' ||
          pairs.find((p) => p.id === tap.pairId)?.polarityStanding === 'measured';
        return (
          <path
            key={tap.pairId}
            d={`M0 ${y}C60 ${y} 40 50 100 50`}
            strokeDasharray={sure ? undefined : '6 5'}
          />
        );
      })}
    </svg>
  );
}
