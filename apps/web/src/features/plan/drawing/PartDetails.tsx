import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import { X } from 'lucide-react';
import { type FinishedCar, type FinishedDevice, formatVolts, type JobView, pairName } from '@ulpen/core';
import { Link } from 'react-router';
import { useDevices } from '../../../api/shop-queries.ts';
import { Choices } from '../../../ui/Choices.tsx';
import { KIND_WORD } from '../../../ui/device-words.ts';
import { PREFERENCE_WORDS } from '../../../ui/preference-words.ts';
import { SelectField } from '../../../ui/SelectField.tsx';
import {
  FATE_WORD,
  filterWords,
  loadWords,
  sourceWords,
  speakerName,
  wakeWords,
  wireWords,
} from '../finished-words.ts';
import { LoadChoices } from '../LoadChoices.tsx';
import { useFramedPlan } from '../PlanFrame.tsx';
import type { CarNode } from './car-graph.ts';

interface PartProps<K extends CarNode['kind']> {
  job: JobView;
  car: FinishedCar;
  node: Extract<CarNode, { kind: K }>;
}

/** The chosen thing of the drawing: what is joined to it, and what can be set there. */
export function PartDetails({
  job,
  car,
  node,
  onClose,
}: {
  job: JobView;
  car: FinishedCar;
  node: CarNode;
  onClose: () => void;
}) {
  const ref = useRef<HTMLElement>(null);
  // On a narrow screen it stands below the drawing.
  useEffect(() => {
    ref.current?.scrollIntoView({ block: 'nearest' });
  }, [node.id]);
  return (
    <section ref={ref} className="part-details" aria-label="The chosen part">
      <Button variant="quiet" className="part-close no-print" aria-label="Close" onClick={onClose}>
        <X size={18} />
      </Button>
      {node.kind === 'outputs' && <OutputsPart job={job} car={car} node={node} />}
      {node.kind === 'device' && <DevicePart job={job} car={car} node={node} />}
      {node.kind === 'speakers' && <SpeakersPart job={job} car={car} node={node} />}
      {node.kind === 'data' && <h2>The car’s data</h2>}
    </section>
  );
}

function OutputsPart({ job, car, node: { outputs } }: PartProps<'outputs'>) {
  const { shown } = useFramedPlan();
  const { setup } = shown.proposal;
  const ids = outputs.map((o) => o.pairId);
  const tapped = outputs.some((o) => o.drives.inputs.length > 0);
  return (
    <>
      <h2>{outputs.map((o) => outputName(job, o.pairId)).join(', ')}</h2>
      <dl>
        {outputs.map((output) => (
          <div key={output.pairId}>
            <dt>{outputs.length > 1 ? outputName(job, output.pairId) : 'Drives'}</dt>
            <dd>
              {loadWords(job, car, output).join('; ')}
              <span className="small quiet">
                {' '}
                {wireWords(job, car, output)}, <span className="num">{formatVolts(output.volts.volts)}</span>
              </span>
            </dd>
          </div>
        ))}
      </dl>
      <Settings>
        {tapped && setup && (
          <Choices
            label="All factory wires"
            options={PREFERENCE_WORDS.joining.options}
            value={setup.joining}
            onChange={(joining) => shown.change(withSetup(shown, { joining }))}
          />
        )}
        <LoadChoices only={ids} />
      </Settings>
    </>
  );
}

const outputName = (job: JobView, id: string) => {
  const pair = job.units.flatMap((u) => u.pairs).find((p) => p.id === id);
  return pair ? pairName(pair) : 'An output that is gone';
};

type Shown = ReturnType<typeof useFramedPlan>['shown'];
const withSetup = ({ changes }: Shown, part: Shown['changes']['setup']) => ({
  ...changes,
  setup: { ...changes.setup, ...part },
});

/** What is set here; a kept plan never changes. */
function Settings({ children }: { children: React.ReactNode }) {
  const { kept } = useFramedPlan().shown;
  return (
    <fieldset disabled={kept !== null} className="part-settings no-print">
      {children}
    </fieldset>
  );
}

function DevicePart({ job, car, node: { device, insert } }: PartProps<'device'>) {
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

/** Another model in its place, whether it fits or not: the rules say what is wrong with it. */
function Model({ device }: { device: FinishedDevice }) {
  const { changes, change } = useFramedPlan().shown;
  const library = (useDevices().data ?? []).filter((d) => d.kind === device.kind);
  const others = changes.boxes.filter((name) => !library.some((d) => d.name === name));
  const own = changes.boxes.find((name) => library.some((d) => d.name === name)) ?? null;
  return (
    <SelectField
      id="part-model"
      label="Model"
      value={own}
      options={[
        { value: null, word: 'the one that fits best' },
        ...library.map((d) => ({ value: d.name, word: d.name })),
      ]}
      onChange={(name) => change({ ...changes, boxes: name === null ? others : [...others, name] })}
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
  return (
    <Button
      variant="secondary"
      disabled={last < 0}
      onClick={() => change({ ...changes, inserts: changes.inserts.filter((_, i) => i !== last) })}
    >
      Remove it
    </Button>
  );
}

function SpeakersPart({ job, car, node: { speakers } }: PartProps<'speakers'>) {
  const { shown } = useFramedPlan();
  const { setup } = shown.proposal;
  return (
    <>
      <h2>{speakers.map((s) => speakerName(job, s)).join(', ')}</h2>
      <dl>
        {speakers.map((speaker) => (
          <div key={speaker.id}>
            <dt>{speakers.length > 1 ? speakerName(job, speaker) : 'Driven by'}</dt>
            <dd>
              {[...new Set(speaker.coils.map((c) => sourceWords(job, car, c.source)))].join('; ')}
              <span className="small quiet">
                {' '}
                {[FATE_WORD[speaker.fate], filterWords(speaker)].filter(Boolean).join(', ')}
              </span>
            </dd>
          </div>
        ))}
      </dl>
      {speakers[0].made === 'new' && setup && (
        <Settings>
          <Choices
            label="All new speakers on"
            options={PREFERENCE_WORDS.speakerWire.options}
            value={setup.speakerWire}
            onChange={(speakerWire) => shown.change(withSetup(shown, { speakerWire }))}
          />
        </Settings>
      )}
    </>
  );
}
