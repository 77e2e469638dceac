import {
  type Feed,
  formatDb,
  formatFrequency,
  formatVolts,
  headroomDb,
  type JobView,
  type LevelPoint,
  pairName,
  type PairView,
  type Proposal,
  SUM_GRID_HZ,
} from '@ulpen/core';
import { BandStrip, OpenStrip, ResponseStrip } from '../../ui/BandStrip.tsx';
import { StandingTag } from '../../ui/StandingTag.tsx';
import { DiffersTag } from '../../ui/MapDifferences.tsx';
import { OutputPlace, OutputWires } from '../../ui/OutputPlace.tsx';
import { useSignalPolarity } from '../../ui/use-signal-polarity.ts';
import { channelName } from './channel-name.ts';
import { CoilWiring } from './CoilWiring.tsx';
import { DEVICE_WORD, LOAD_AFTER } from './plan-words.ts';

interface SignalPathProps {
  job: JobView;
  proposal: Proposal;
  shownFeed: number;
  onShowFeed: (index: number) => void;
}

/** The plan from left to right: factory outputs, device, amplifier and speaker, with volts between. One row a channel. */
export function SignalPath({ job, proposal, shownFeed, onShowFeed }: SignalPathProps) {
  const step = proposal.setup?.loudestStep;
  return (
    <div className="path">
      <div className="path-head label" aria-hidden="true">
        <span>Factory outputs</span>
        <span />
        <span>{step === undefined ? 'Device' : `Device, at step ${step}, tone 0 dB`}</span>
        <span />
        <span>Amplifier and speaker</span>
      </div>
      {proposal.feeds.map((feed, i) => (
        <FeedRow
          key={`${feed.targetId}-${feed.side}`}
          job={job}
          proposal={proposal}
          feed={feed}
          shown={i === shownFeed}
          onShow={() => onShowFeed(i)}
        />
      ))}
    </div>
  );
}

interface FeedRowProps {
  job: JobView;
  proposal: Proposal;
  feed: Feed;
  shown: boolean;
  onShow: () => void;
}

function FeedRow({ job, proposal, feed, shown, onShow }: FeedRowProps) {
  const pairs = job.units.flatMap((u) => u.pairs);
  const name = channelName(job, feed);
  const target = job.targets.find((t) => t.id === feed.targetId);
  const top = Math.max(
    ...feed.levelDb.filter((_, i) => SUM_GRID_HZ[i] >= feed.need.lowHz && SUM_GRID_HZ[i] <= feed.need.highHz),
  );
  const between = proposal.equipment.find(
    (e) => e.kind !== 'amplifier' && e.targetIds.includes(feed.targetId),
  );
  const amplifier = proposal.equipment.find(
    (e) => e.kind === 'amplifier' && e.targetIds.includes(feed.targetId),
  );
  const points = feed.chain?.points ?? [];
  const at = (name_: string) => points.find((p) => p.name === name_);
  const clips = feed.chain ? points[feed.chain.firstToClip] : null;
  return (
    <div className={`path-row ${shown ? 'path-shown' : ''}`}>
      <ul className="path-taps">
        {feed.taps.map((tap, i) => (
          <Tap
            key={tap.pairId}
            job={job}
            tap={tap}
            load={feed.loads[i]}
            pair={pairs.find((p) => p.id === tap.pairId)}
            unit={job.units.find((u) => u.pairs.some((p) => p.id === tap.pairId))?.name ?? ''}
            alone={feed.taps.length === 1}
          />
        ))}
        {feed.taps.length === 0 && <li className="path-tap">The car’s data</li>}
      </ul>
      <Joints job={job} feed={feed} />
      <button
        type="button"
        className="path-device"
        aria-pressed={shown}
        onClick={onShow}
        title="Show its prediction"
      >
        <Volts point={at('Factory output')} word="in" />
        <strong>
          {feed.device === 'direct' ? 'No device' : (between?.name ?? DEVICE_WORD[feed.device])}
        </strong>
        <BandStrip
          frequencyHz={SUM_GRID_HZ}
          levelDb={feed.levelDb}
          referenceDb={top}
          standing={feed.phase}
          need={feed.need}
          label={`Predicted for ${name}`}
        />
        <span className="path-result">
          {feed.covers ? (
            <span className="num">±{feed.withinDb.toFixed(1)} dB</span>
          ) : (
            <span className="verdict verdict-wrong">leaves a gap</span>
          )}
          {feed.phase !== 'measured' && feed.taps.length !== 1 && (
            <StandingTag standing="assumed">phase assumed</StandingTag>
          )}
        </span>
        {feed.correction.length > 0 && (
          <span className="small quiet">{feed.correction.length} equaliser sections</span>
        )}
        <Volts point={at('Amplifier, in')} word="out" />
      </button>
      <svg className="path-joint" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
        <path d="M0 50H100" />
      </svg>
      <div className="path-channel">
        <strong>{name}</strong>
        <span className="num small">
          {formatFrequency(feed.need.lowHz)} – {formatFrequency(feed.need.highHz)}
        </span>
        {amplifier && (
          <span className="small">
            {amplifier.name ?? <StandingTag standing="assumed">amplifier open</StandingTag>}
          </span>
        )}
        {feed.chain && (
          <span className="small quiet">
            gain for <span className="num">{formatVolts(feed.chain.gain.volts)}</span> with a{' '}
            <span className="num">{formatDb(feed.chain.gain.toneDb, 0)} dB</span> tone:{' '}
            <span className="num">{feed.chain.gain.watts.toFixed(0)} W</span> into{' '}
            <span className="num">{feed.chain.gain.ohm.toFixed(1)} Ω</span>
          </span>
        )}
        {feed.coils && target && <CoilWiring coils={feed.coils} speaker={target.speaker} />}
        {feed.bass && <span className="small look-at">{feed.bass.says}</span>}
        {feed.chain && feed.device !== 'direct' && feed.taps.length === 1 && (
          <span className="small quiet">{feed.chain.passive.says}</span>
        )}
        <Filters feed={feed} />
        {clips && Number.isFinite(headroomDb(clips)) && (
          <span className="small quiet">clips first: {clips.name.toLowerCase()}</span>
        )}
      </div>
    </div>
  );
}

/** Volts at a point, drawn by how they are known. */
function Volts({ point, word }: { point: LevelPoint | undefined; word: string }) {
  if (!point) return null;
  const over = point.maxVolts !== null && point.volts > point.maxVolts * 1.001;
  return (
    <span className={`volts volts-${point.standing} ${over ? 'volts-over' : ''}`}>
      <span className="label">{word}</span>{' '}
      <span className="num">
        {point.standing === 'measured' ? '' : '≈ '}
        {formatVolts(point.volts)}
      </span>
      {point.maxVolts !== null && <span className="small quiet"> of {formatVolts(point.maxVolts)}</span>}
    </span>
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
    { word: 'high-pass', place: highPass },
    { word: 'low-pass', place: lowPass },
  ].map(({ word, place }) =>
    place ? (
      <span key={word} className={`small ${place.where === 'missing' ? 'verdict-wrong' : 'quiet'}`}>
        {word} <span className="num">{formatFrequency(place.hz)}</span> {PLACE_WORD[place.where]}
      </span>
    ) : null,
  );
}

interface TapProps {
  job: JobView;
  tap: Feed['taps'][number];
  load: Feed['loads'][number] | undefined;
  pair: PairView | undefined;
  unit: string;
  alone: boolean;
}

function Tap({ job, tap, load, pair, unit, alone }: TapProps) {
  if (!pair) return <li className="path-tap">Output removed</li>;
  const capture = pair.captures.find((c) => c.id === tap.captureId);
  return (
    <li className="path-tap">
      <span className="path-tap-name">
        <strong>{pairName(pair)}</strong>
        <OutputPlace pair={pair} />
        <DiffersTag job={job} pairId={pair.id} />
      </span>
      {capture ? (
        <ResponseStrip analysis={capture.analysis} label={`What ${pairName(pair)} carries`} />
      ) : (
        <OpenStrip />
      )}
      <span className="path-tap-wires">
        <OutputWires pair={pair} />
        {!alone && <span className="num small">{formatDb(tap.gainDb)} dB</span>}
        {tap.delayMs > 0.005 && <span className="num small">{tap.delayMs.toFixed(2)} ms</span>}
        {tap.inverted && <span className="flip">swap + and −</span>}
      </span>
      {load && (
        <span className="small quiet path-load">
          {unit}: {LOAD_AFTER[load.kind]}
          {load.kind === 'resistor' && load.ohm !== null && (
            <span className="num">
              , {load.ohm.toFixed(0)} Ω {load.watts} W
            </span>
          )}
        </span>
      )}
    </li>
  );
}

/** From each tap to the device; dashed where the polarity is not measured. */
function Joints({ job, feed }: { job: JobView; feed: Feed }) {
  const signalOf = useSignalPolarity(job);
  const pairs = job.units.flatMap((u) => u.pairs);
  const n = feed.taps.length;
  return (
    <svg className="path-joint" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
      {feed.taps.map((tap, i) => {
        const y = ((i + 0.5) / n) * 100;
        const pair = pairs.find((p) => p.id === tap.pairId);
        const sure = n === 1 || feed.phase === 'measured' || (pair && signalOf(pair).standing === 'measured');
        return (
          <path
            key={tap.pairId}
            d={`M0 ${y}C60 ${y} 40 50 100 50`}
            strokeDasharray={sure ? undefined : '6 5'}
          />
        );
      })}
      {n === 0 && <path d="M0 50H100" strokeDasharray="6 5" />}
    </svg>
  );
}
