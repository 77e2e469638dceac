import {
  equalised,
  type Feed,
  feedName,
  formatFrequency,
  type JobView,
  pairName,
  SUM_GRID_HZ,
} from '@ulpen/core';
import { ResponseChart } from '../../ui/ResponseChart.tsx';
import './feed-chart.css';

/** The predicted level of one new channel against the band it needs, with its parts and its span. */
export function FeedChart({ job, feed, titled = true }: { job: JobView; feed: Feed; titled?: boolean }) {
  const target = job.targets.find((t) => t.id === feed.targetId);
  const pairs = job.units.flatMap((u) => u.pairs);
  const parts = feed.taps.flatMap((tap) => {
    const pair = pairs.find((p) => p.id === tap.pairId);
    const capture = pair?.captures.find((c) => c.id === tap.captureId);
    if (!pair || !capture || feed.taps.length === 1) return [];
    const { frequencyHz, levelDb } = capture.analysis.smoothed;
    return [
      {
        name: pairName(pair),
        frequencyHz,
        levelDb: levelDb.map((l) => l + tap.gainDb),
        standing: 'measured' as const,
        quiet: true,
      },
    ];
  });
  const inBand = feed.levelDb.filter(
    (_, i) => SUM_GRID_HZ[i] >= feed.need.lowHz && SUM_GRID_HZ[i] <= feed.need.highHz,
  );
  const referenceDb = inBand.length > 0 ? [...inBand].sort((a, b) => a - b)[inBand.length >> 1] : 0;
  return (
    <div>
      <div className="pane-title">
        {titled && <h2>{target ? feedName(target, feed.side) : 'Prediction'}</h2>}
        <span className="quiet">
          needs <span className="num">{formatFrequency(feed.need.lowHz)}</span> to{' '}
          <span className="num">{formatFrequency(feed.need.highHz)}</span>
          {feed.covers && feed.taps.length > 0 && (
            <>
              , predicted within <span className="num">±{feed.withinDb.toFixed(1)} dB</span>
            </>
          )}
        </span>
      </div>
      <ResponseChart
        label="Predicted level against the needed band"
        curves={[
          { name: 'predicted', frequencyHz: SUM_GRID_HZ, levelDb: feed.levelDb, standing: feed.phase },
          ...parts,
          ...(feed.correction.length > 0
            ? [
                {
                  name: 'equaliser',
                  frequencyHz: SUM_GRID_HZ,
                  levelDb: equalised(
                    SUM_GRID_HZ.map(() => referenceDb - 18),
                    SUM_GRID_HZ,
                    feed.correction,
                  ),
                  standing: 'claimed' as const,
                  quiet: true,
                },
              ]
            : []),
        ]}
        referenceDb={referenceDb}
        need={feed.need}
        span={feed.span}
        height={titled ? 280 : 220}
      />
      <p className="small quiet chart-key">
        <span className="key-need" /> needed band
        {feed.span && (
          <>
            <span className="key-span" /> span if phases are other than thought
          </>
        )}
        {feed.correction.length > 0 && (
          <>
            <span className="key-part" /> the equaliser, around −18
          </>
        )}
        {parts.length > 0 && (
          <>
            <span className="key-part" /> its parts
          </>
        )}
      </p>
    </div>
  );
}
