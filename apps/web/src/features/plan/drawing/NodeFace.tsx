import {
  amplifierPoint,
  captureInForce,
  type FinishedDevice,
  type FinishedOutput,
  type FinishedSpeaker,
  formatFrequency,
  formatVolts,
  type JobView,
  pairName,
  pairPlace,
  placeKnown,
  type Proposal,
  SUM_GRID_HZ,
} from '@ulpen/core';
import { BandStrip, OpenStrip, ResponseStrip } from '../../../ui/BandStrip.tsx';
import { KIND_WORD } from '../../../ui/device-words.ts';
import { bothSides, fateWords, speakerName } from '../finished-words.ts';
import type { CarNode } from './car-graph.ts';

interface NodeFaceProps {
  job: JobView;
  proposal: Proposal;
  node: CarNode;
}

/** What stands on one thing of the drawing: its name, what to know of it, its band. */
export function NodeFace({ job, proposal, node }: NodeFaceProps) {
  if (node.kind === 'outputs') return <OutputsFace job={job} outputs={node.outputs} />;
  if (node.kind === 'data')
    return (
      <>
        <strong className="clip">The car’s data</strong>
        <span className="small quiet">no analogue output is used</span>
      </>
    );
  if (node.kind === 'device') return <DeviceFace proposal={proposal} device={node.device} />;
  return <SpeakersFace job={job} proposal={proposal} speakers={node.speakers} />;
}

const outputOf = (job: JobView, id: string) => job.units.flatMap((u) => u.pairs).find((p) => p.id === id);
const unitOf = (job: JobView, id: string) =>
  job.units.find((u) => u.pairs.some((p) => p.id === id))?.name ?? 'A unit that is gone';

function OutputsFace({ job, outputs }: { job: JobView; outputs: FinishedOutput[] }) {
  const [first] = outputs;
  const pair = outputOf(job, first.pairId);
  const count = outputs.length;
  if (!first.plays)
    return (
      <>
        <strong className="clip">{unitOf(job, first.pairId)}, bypassed</strong>
        <span className="small quiet">
          {count === 1 ? 'its output is silent' : `its ${count} outputs are silent`}
        </span>
      </>
    );
  if (!pair) return <strong className="clip">An output that is gone</strong>;
  const capture = captureInForce(job, pair);
  const unused = first.drives.coils.length + first.drives.inputs.length === 0;
  const name = count === 1 ? pairName(pair) : unused ? `${count} outputs not used` : bothSides(pair);
  return (
    <>
      <strong className="clip">{name}</strong>
      {unused ? (
        <span className={`small clip ${first.load === 'none' ? 'look-at' : 'quiet'}`}>
          {first.load === 'resistor'
            ? `${first.loadOhm?.toFixed(0)} Ω in place of the speaker`
            : 'left with nothing'}
        </span>
      ) : (
        <span className="small quiet num car-place">
          <span className="clip">{placeKnown(pair) === 'unknown' ? '' : pairPlace(pair)}</span>
          <span>{voltsOf(first)}</span>
        </span>
      )}
      {unused ? null : capture ? (
        <ResponseStrip analysis={capture.analysis} label={`What ${name} carries`} />
      ) : (
        <OpenStrip />
      )}
    </>
  );
}

const voltsOf = ({ volts }: FinishedOutput) =>
  `${volts.standing === 'measured' ? '' : '≈ '}${formatVolts(volts.volts)}`;

function DeviceFace({ proposal, device }: { proposal: Proposal; device: FinishedDevice }) {
  const feed = proposal.feeds.find(
    (f) => f.targetId === device.outputs[0]?.channel.targetId && f.side === device.outputs[0]?.channel.side,
  );
  return (
    <>
      <strong className="clip">{device.name ?? KIND_WORD[device.kind]}</strong>
      <span className="small quiet clip">
        {device.kind === 'amplifier' ? channels(device) : inputs(device)}
      </span>
      <span className="small quiet clip">
        {device.name === null ? (
          <span className="look-at">none chosen yet</span>
        ) : device.kind === 'amplifier' && feed?.chain ? (
          <>
            in <span className="num">{voltsInto(feed)}</span>, out{' '}
            <span className="num">{formatVolts(feed.chain.gain.volts)}</span>
          </>
        ) : (
          KIND_WORD[device.kind]
        )}
      </span>
    </>
  );
}

/** Volts that arrive at the amplifier. */
function voltsInto({ chain }: Proposal['feeds'][number]): string {
  const point = chain && amplifierPoint(chain);
  return point ? `${point.standing === 'measured' ? '' : '≈ '}${formatVolts(point.volts)}` : 'open';
}

const listed = (numbers: readonly number[]) =>
  numbers.length > 2 ? `${numbers[0]} to ${numbers[numbers.length - 1]}` : numbers.join(', ');
const inputs = ({ inputs: own }: FinishedDevice) =>
  `${own.length === 1 ? 'input' : 'inputs'} ${listed(own.map((i) => i.n))}`;
const channels = ({ outputs }: FinishedDevice) =>
  `${outputs.length === 1 ? 'channel' : 'channels'} ${listed(outputs.map((o) => o.n))}`;

interface SpeakersFaceProps {
  job: JobView;
  proposal: Proposal;
  speakers: FinishedSpeaker[];
}

function SpeakersFace({ job, proposal, speakers }: SpeakersFaceProps) {
  const [first] = speakers;
  const name = speakers.length === 1 ? speakerName(job, first) : bothSides(first);
  const feed = proposal.feeds.find((f) => f.targetId === first.targetId && f.side === first.side);
  const ohm = first.coils[0].ohm;
  const wire = first.coils[0].wire;
  const says = [
    speakers.length > 1 && first.fate === 'stays' ? 'stay as they are' : fateWords(first),
    ...(first.made === 'new' && ohm !== null
      ? [`${ohm} Ω${first.coils.length > 1 ? ` × ${first.coils.length}` : ''}`]
      : []),
    ...(first.made === 'new' && wire ? [`${wire} wire`] : []),
  ].join(', ');
  const wrong = first.fate === 'silent' || first.fate === 'not-fed';
  return (
    <>
      <strong className="clip">{name}</strong>
      <span className={`small clip ${wrong ? 'verdict-wrong' : 'quiet'}`}>{says}</span>
      {feed && first.fate !== 'not-fed' && (
        <BandStrip
          frequencyHz={SUM_GRID_HZ}
          levelDb={feed.levelDb}
          referenceDb={topOf(feed)}
          standing={feed.phase}
          need={feed.need}
          label={`Predicted for ${name}, ${formatFrequency(feed.need.lowHz)} to ${formatFrequency(feed.need.highHz)}`}
        />
      )}
    </>
  );
}

const topOf = ({ levelDb, need }: Proposal['feeds'][number]) =>
  Math.max(...levelDb.filter((_, i) => SUM_GRID_HZ[i] >= need.lowHz && SUM_GRID_HZ[i] <= need.highHz));
