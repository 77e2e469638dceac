import { Link } from 'react-router';
import { Button } from 'react-bootstrap';
import { entryOf, type FinishedDevice, type JobView, OWN_INSERT_KINDS } from '@ulpen/core';
import { useDevices } from '../../../api/shop-queries.ts';
import { KIND_WORD } from '../../../ui/device-words.ts';
import { SelectField } from '../../../ui/SelectField.tsx';
import { channelName } from '../channel-name.ts';
import { sourceWords, wakeWords } from '../finished-words.ts';
import { useFramedPlan } from '../PlanFrame.tsx';
import { GainWords } from './ChannelDetails.tsx';
import type { PartProps } from './part-props.ts';
import { Settings } from './Settings.tsx';

/** A device: what goes into it, what turns it on, what it draws; and which model it is. */
export function DevicePart({ job, car, node: { device, insert } }: PartProps<'device'>) {
  const { draws } = device;
  return (
    <>
      <h2>{device.name ?? KIND_WORD[device.kind]}</h2>
      <dl>
        {device.inputs.map(({ n, source }) => (
          <div key={n}>
            <dt>
              Input <span className="num">{n}</span>
            </dt>
            <dd>{sourceWords(job, car, source)}</dd>
          </div>
        ))}
        <Gains job={job} device={device} />
        <div>
          <dt>Turns on</dt>
          <dd>{wakeWords(car, device)}</dd>
        </div>
        {draws.sineAmps > 0 && (
          <div>
            <dt>Draws</dt>
            <dd className="num">
              {draws.musicAmps.toFixed(1)} A with music, {(1000 * draws.asleepAmps).toFixed(0)} mA asleep
            </dd>
          </div>
        )}
      </dl>
      <Settings>
        {insert ? (
          <TakeOut device={device} />
        ) : device.kind === 'amplifier' ? null : (
          <Model device={device} />
        )}
      </Settings>
      {device.kind === 'amplifier' && (
        <Link className="no-print" to={`/jobs/${job.id}/intake`}>
          Choose the amplifier of a target in Intake
        </Link>
      )}
    </>
  );
}

/** Of an amplifier: where the gain of each channel is set. */
function Gains({ job, device }: { job: JobView; device: FinishedDevice }) {
  const { feeds } = useFramedPlan().shown.proposal;
  if (device.kind !== 'amplifier') return null;
  return device.outputs
    .filter((o) => o.bridgedWith === null || o.bridgedWith > o.n)
    .map(({ n, bridgedWith, channel }) => {
      const feed = feeds.find((f) => f.targetId === channel.targetId && f.side === channel.side);
      return (
        <div key={n}>
          <dt>
            {bridgedWith === null ? 'Channel' : 'Channels'}{' '}
            <span className="num">{bridgedWith === null ? n : `${n} and ${bridgedWith}`}</span>
          </dt>
          <dd>
            {channelName(job, channel)}
            {feed?.chain && (
              <span className="small quiet">
                {' '}
                <GainWords gain={feed.chain.gain} />
              </span>
            )}
          </dd>
        </div>
      );
    });
}

/** Another model in its place, whether it fits or not: the rules say what is wrong with it. */
function Model({ device }: { device: FinishedDevice }) {
  const { changes, change } = useFramedPlan().shown;
  const library = (useDevices().data ?? []).filter((d) => d.kind === device.kind);
  const others = changes.boxes.filter((box) => entryOf(box, library) === null);
  const [own = null] = changes.boxes.flatMap((box) => entryOf(box, library) ?? []);
  const choose = (id: string | null) => {
    const chosen = library.find((d) => d.id === id);
    const boxes = chosen ? [...others, { deviceId: chosen.id, device: chosen.name }] : others;
    change({ ...changes, boxes });
  };
  return (
    <SelectField
      id="part-model"
      label="Model"
      value={own?.id ?? null}
      options={[
        { value: null, word: 'the one that fits best' },
        ...library.map((d) => ({ value: d.id, word: d.name })),
      ]}
      onChange={choose}
    />
  );
}

function TakeOut({ device }: { device: FinishedDevice }) {
  const { changes, change } = useFramedPlan().shown;
  const [{ channel }] = device.outputs;
  const isThis = (insert: (typeof changes.inserts)[number]) =>
    insert.kind === device.kind &&
    insert.targetId === channel.targetId &&
    (insert.deviceId === (device.entry?.id ?? null) || insert.device === device.name);
  const last = changes.inserts.findLastIndex(isThis);
  // What the plan put in by itself is left out from then on.
  const own = OWN_INSERT_KINDS.find((kind) => kind === device.kind) ?? null;
  const without =
    last >= 0
      ? { ...changes, inserts: changes.inserts.filter((_, i) => i !== last) }
      : own && { ...changes, leftOut: [...changes.leftOut, { kind: own, targetId: channel.targetId }] };
  return (
    <Button variant="secondary" disabled={without === null} onClick={() => without && change(without)}>
      Remove it
    </Button>
  );
}
