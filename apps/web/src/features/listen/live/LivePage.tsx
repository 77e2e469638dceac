import { useEffect, useState } from 'react';
import { ArrowLeft, Circle, Pause, Play, Ruler, Square } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { type LivePicture, type LiveSettings, pairName } from '@ulpen/core';
import { EmptyState } from '../../../ui/EmptyState.tsx';
import { useFramedJob } from '../../job/JobFrame.tsx';
import { RecordingDialog } from '../recording/RecordingDialog.tsx';
import type { SaidOfRecording } from '../recording/said-of-recording.ts';
import { CalibrateDialog } from './CalibrateDialog.tsx';
import { useCalibrations } from './calibrations-store.ts';
import { KeptRecording } from './KeptRecording.tsx';
import { InputLevels } from './InputLevels.tsx';
import { LiveChart } from './LiveChart.tsx';
import { SafetyGate } from './SafetyGate.tsx';
import { useLive } from './use-live.ts';
import './live.css';

const SIMULATED = 'simulated';
const FRACTIONS = [1, 3, 6, 12, 24];
const AVERAGING = [
  { seconds: 0.3, word: 'fast' },
  { seconds: 1.5, word: 'slow' },
  { seconds: 10, word: '10 s' },
];

/** Listening to outputs as they sound: levels by band, and recording them. */
export function LivePage() {
  const job = useFramedJob();
  const { pairId } = useParams();
  const pairs = job.units.flatMap((u) => u.pairs);
  const first = pairs.find((p) => p.id === pairId) ?? pairs[0];
  const [secondId, setSecondId] = useState<string | null>(null);
  const second = pairs.find((p) => p.id === secondId) ?? null;
  const [input, setInput] = useState('');
  const [devices, setDevices] = useState<MediaDeviceInfo[]>([]);
  const [safe, setSafe] = useState(false);
  const [settings, setSettings] = useState<LiveSettings>({ fraction: 6, averaging: 1.5 });
  const [held, setHeld] = useState(false);
  const [frozen, setFrozen] = useState<LivePicture | null>(null);
  const [recorded, setRecorded] = useState<File | null>(null);
  const [looking, setLooking] = useState(false);
  const [calibrating, setCalibrating] = useState(false);
  const { engine, fault, numbers, picture, start, stop } = useLive(settings, (blob) => {
    if (!blob) return;
    setLooking(true);
    setRecorded(new File([blob], fileName(first ? pairName(first) : 'recording'), { type: 'audio/wav' }));
  });
  const simulated = input === SIMULATED;
  const calibration = useCalibrations((s) => s.all.find((c) => c.device === engine?.label)) ?? null;
  const raiseDb = calibration && !simulated ? 20 * Math.log10(calibration.voltsAtFullScale) : 0;
  const frozenRef = { current: frozen };

  useEffect(() => {
    const list = async () =>
      setDevices((await navigator.mediaDevices.enumerateDevices()).filter((d) => d.kind === 'audioinput'));
    void list();
    navigator.mediaDevices.addEventListener('devicechange', list);
    return () => navigator.mediaDevices.removeEventListener('devicechange', list);
  }, [engine]);

  const unsaved = recorded !== null || (numbers?.recordedSeconds ?? null) !== null;
  useEffect(() => {
    if (!unsaved) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [unsaved]);

  if (!first)
    return (
      <EmptyState
        title="No output to listen to yet"
        actions={
          <Link className="btn btn-primary" to={`/jobs/${job.id}/listen`}>
            Add the outputs
          </Link>
        }
      >
        Name the outputs first, so that what is recorded belongs somewhere.
      </EmptyState>
    );

  const open = () =>
    void start(
      simulated
        ? { kind: 'simulated', pairs: second ? [first, second] : [first] }
        : { kind: 'input', deviceId: input },
    );
  const known: Partial<SaidOfRecording> = {
    played: 'pink',
    secondPairId: engine?.channels === 2 ? secondId : null,
    voltsAtFullScale: simulated ? null : (calibration?.voltsAtFullScale ?? null),
    ...(simulated && { note: 'Simulated output, not the car.' }),
  };
  const recording = numbers?.recordedSeconds ?? null;
  const names = [pairName(first), ...(second && engine?.channels === 2 ? [pairName(second)] : [])];

  return (
    <main className="live" data-rate={numbers?.rate ?? 0}>
      <div className="live-head">
        <Link className="btn btn-quiet" to={`/jobs/${job.id}/listen/${first.id}`}>
          <ArrowLeft size={18} /> Outputs
        </Link>
        <h1>{engine ? names.join(' and ') : `Listen to ${pairName(first).toLowerCase()}`}</h1>
        {simulated && engine && <span className="live-simulated">simulated, not the car</span>}
      </div>
      {recorded && !looking && (
        <KeptRecording file={recorded} onLook={() => setLooking(true)} onDrop={() => setRecorded(null)} />
      )}
      {!engine && (
        <section className="live-setup" aria-label="Input">
          <Form.Group controlId="live-input">
            <Form.Label>Input</Form.Label>
            <Form.Select value={input} onChange={(e) => setInput(e.target.value)}>
              <option value="">the usual input of this device</option>
              {devices
                .filter((d) => d.deviceId && d.deviceId !== 'default' && d.label)
                .map((d) => (
                  <option key={d.deviceId} value={d.deviceId}>
                    {d.label}
                  </option>
                ))}
              <option value={SIMULATED}>a simulated output, to try it</option>
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="live-second">
            <Form.Label>Right channel, recorded at the same time</Form.Label>
            <Form.Select value={secondId ?? ''} onChange={(e) => setSecondId(e.target.value || null)}>
              <option value="">not used</option>
              {pairs
                .filter((p) => p.id !== first.id)
                .map((p) => (
                  <option key={p.id} value={p.id}>
                    {pairName(p)}
                  </option>
                ))}
            </Form.Select>
            <Form.Text>Two at once also tell polarity and delay between them.</Form.Text>
          </Form.Group>
          {fault && (
            <p className="refused" role="alert">
              {fault}
            </p>
          )}
          {simulated || safe ? (
            <Button onClick={open}>
              <Play size={18} /> Start listening
            </Button>
          ) : (
            <SafetyGate
              onPassed={() => {
                setSafe(true);
                open();
              }}
            />
          )}
        </section>
      )}
      {engine && (
        <>
          <LiveChart
            picture={frozen ? frozenRef : picture}
            raiseDb={raiseDb}
            unit={raiseDb === 0 ? 'dB re full scale' : 'dBV'}
            held={held}
            names={names}
          />
          <div className="live-controls" role="group" aria-label="Display">
            <Choices
              label="Bands in an octave"
              options={FRACTIONS.map((f) => ({ value: f, word: `1/${f}` }))}
              value={settings.fraction}
              onChange={(fraction) => setSettings((s) => ({ ...s, fraction }))}
            />
            <Choices
              label="Average"
              options={AVERAGING.map((a) => ({ value: a.seconds, word: a.word }))}
              value={settings.averaging}
              onChange={(averaging) => setSettings((s) => ({ ...s, averaging }))}
            />
            <Form.Check
              type="switch"
              id="live-held"
              label="Hold peaks"
              checked={held}
              onChange={(e) => {
                engine.release();
                setHeld(e.target.checked);
              }}
            />
            <Form.Check
              type="switch"
              id="live-frozen"
              label="Freeze"
              checked={frozen !== null}
              onChange={(e) => setFrozen(e.target.checked ? picture.current : null)}
            />
          </div>
          <InputLevels
            engine={engine}
            numbers={numbers}
            fault={fault}
            expectsTwo={second !== null}
            volts={raiseDb === 0 ? null : calibration}
          />
          <div className="live-actions">
            {recording === null ? (
              <Button onClick={engine.record} disabled={recorded !== null}>
                <Circle size={18} fill="currentColor" /> Record
              </Button>
            ) : (
              <Button onClick={engine.finish}>
                <Square size={16} fill="currentColor" /> Stop and look,{' '}
                <span className="num">{recording.toFixed(0)} s</span>
              </Button>
            )}
            <span className="quiet small">
              {recorded
                ? 'Save or drop the last recording first.'
                : recording === null
                  ? 'A minute of pink noise at one volume step is best.'
                  : recording < 20
                    ? 'Go on: lows need time.'
                    : recording < 60
                      ? 'Enough for a look; a minute is better.'
                      : 'Enough.'}
            </span>
            <span className="flex-fill" />
            {!simulated && (
              <Button variant="secondary" onClick={() => setCalibrating(true)}>
                <Ruler size={18} /> {calibration ? 'Calibrate again' : 'Calibrate to volts'}
              </Button>
            )}
            <Button variant="secondary" onClick={stop}>
              <Pause size={18} /> Close the input
            </Button>
          </div>
        </>
      )}
      {calibrating && engine && (
        <CalibrateDialog device={engine.label} picture={picture} onClose={() => setCalibrating(false)} />
      )}
      {recorded && looking && (
        <RecordingDialog
          job={job}
          file={recorded}
          pairId={first.id}
          known={known}
          onClose={() => setLooking(false)}
          onSaved={() => {
            setRecorded(null);
            stop();
          }}
        />
      )}
    </main>
  );
}

function fileName(output: string): string {
  const at = new Date().toISOString().slice(0, 16).replace('T', ' ').replace(':', '.');
  return `${output} ${at}.wav`;
}

interface ChoicesProps {
  label: string;
  options: { value: number; word: string }[];
  value: number;
  onChange: (value: number) => void;
}

function Choices({ label, options, value, onChange }: ChoicesProps) {
  return (
    <fieldset className="live-choices">
      <legend>{label}</legend>
      {options.map((o) => (
        <button
          key={o.value}
          type="button"
          className="num"
          aria-pressed={o.value === value}
          onClick={() => onChange(o.value)}
        >
          {o.word}
        </button>
      ))}
    </fieldset>
  );
}
