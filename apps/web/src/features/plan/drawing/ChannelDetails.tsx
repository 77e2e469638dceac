import { lazy, Suspense } from 'react';
import { type Feed, formatDb, formatFrequency, formatVolts, type JobView, pairName } from '@ulpen/core';
import { DiffersTag } from '../../../ui/MapDifferences.tsx';
import { OutputPlace, OutputWires } from '../../../ui/OutputPlace.tsx';
import { StandingTag } from '../../../ui/StandingTag.tsx';
import { channelName } from '../channel-name.ts';
import { CoilWiring } from '../CoilWiring.tsx';
import { EqualiserTable } from '../EqualiserTable.tsx';
import { LevelTable } from '../LevelTable.tsx';

const FeedChart = lazy(async () => ({ default: (await import('../FeedChart.tsx')).FeedChart }));

/** A new channel in full: what it is fed from, its prediction, levels point by point, filters, coils, equaliser. */
export function ChannelDetails({ job, feed }: { job: JobView; feed: Feed }) {
  const name = channelName(job, feed);
  const target = job.targets.find((t) => t.id === feed.targetId);
  return (
    <>
      <Taps job={job} feed={feed} />
      <Suspense fallback={<p className="quiet">Drawing …</p>}>
        <FeedChart job={job} feed={feed} titled={false} />
      </Suspense>
      <LevelTable feed={feed} name={name} />
      <ul className="channel-notes small">
        {feed.chain && (
          <li>
            <GainWords gain={feed.chain.gain} />
          </li>
        )}
        <Filters feed={feed} />
        {feed.coils && target && (
          <li>
            <CoilWiring coils={feed.coils} target={target} />
          </li>
        )}
        {feed.bass && <li className="look-at">{feed.bass.says}</li>}
        {feed.chain && feed.device !== 'direct' && feed.taps.length === 1 && (
          <li className="quiet">{feed.chain.passive.says}</li>
        )}
      </ul>
      {feed.correction.length > 0 && <EqualiserTable feed={feed} name={name} />}
    </>
  );
}

/** Where to set the gain, without overlap and with it, and what each gives. */
export function GainWords({ gain }: { gain: NonNullable<Feed['chain']>['gain'] }) {
  const { plainVolts, volts, overlapDb, toneDb, watts, ohm } = gain;
  const power = (
    <>
      <span className="num">{watts.toFixed(0)} W</span> into <span className="num">{ohm.toFixed(1)} Ω</span>
    </>
  );
  return (
    <>
      Gain for <span className="num">{formatVolts(volts)}</span> with a{' '}
      <span className="num">{formatDb(toneDb, 0)} dB</span> tone:{' '}
      {overlapDb === 0 || plainVolts === null ? (
        <>a full-scale tone reaches {power}</>
      ) : (
        <>
          music <span className="num">{overlapDb} dB</span> below full scale reaches {power}, a full-scale
          tone clips. Without overlap: <span className="num">{formatVolts(plainVolts)}</span>
        </>
      )}
    </>
  );
}

function Taps({ job, feed }: { job: JobView; feed: Feed }) {
  const pairs = job.units.flatMap((u) => u.pairs);
  const alone = feed.taps.length === 1;
  return (
    <ul className="channel-taps">
      {feed.taps.length === 0 && <li>From the car’s data.</li>}
      {feed.taps.map((tap) => {
        const pair = pairs.find((p) => p.id === tap.pairId);
        if (!pair) return <li key={tap.pairId}>An output that is gone</li>;
        return (
          <li key={tap.pairId}>
            <span className="channel-tap-name">
              <strong>{pairName(pair)}</strong>
              <OutputPlace pair={pair} />
              <DiffersTag job={job} pairId={pair.id} />
            </span>
            <span className="channel-tap-set">
              <OutputWires pair={pair} />
              {!alone && <span className="num small">{formatDb(tap.gainDb)} dB</span>}
              {tap.delayMs > 0.005 && <span className="num small">{tap.delayMs.toFixed(2)} ms</span>}
              {tap.inverted && <span className="flip">swap + and −</span>}
            </span>
          </li>
        );
      })}
      {feed.phase !== 'measured' && !alone && feed.taps.length > 0 && (
        <li>
          <StandingTag standing="assumed">phase assumed</StandingTag>
        </li>
      )}
    </ul>
  );
}

const PLACE_WORD = {
  factory: 'made by the factory',
  device: 'in the device',
  amplifier: 'in the amplifier',
  speaker: 'at the speaker',
  missing: 'missing',
} as const;

function Filters({ feed }: { feed: Feed }) {
  const { highPass, lowPass } = feed.crossover;
  return [
    { word: 'High-pass', place: highPass },
    { word: 'Low-pass', place: lowPass },
  ].map(({ word, place }) =>
    place ? (
      <li key={word} className={place.where === 'missing' ? 'verdict-wrong' : ''}>
        {word} <span className="num">{formatFrequency(place.hz)}</span> {PLACE_WORD[place.where]}
      </li>
    ) : null,
  );
}
