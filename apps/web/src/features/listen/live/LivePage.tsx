import { useCallback, useRef, useState } from 'react';
import { ArrowLeft } from 'lucide-react';
import { Link, useParams, useSearchParams } from 'react-router';
import { type LivePicture, type LiveSettings, pairName, type Played } from '@ulpen/core';
import { NoOutputs } from '../NoOutputs.tsx';
import { useFramedMeasuredJob } from '../../../api/framed-job.ts';
import { RecordingDialog } from '../recording/RecordingDialog.tsx';
import type { SaidOfRecording } from '../recording/said-of-recording.ts';
import { AddedLevel } from './AddedLevel.tsx';
import { CalibrateDialog } from './CalibrateDialog.tsx';
import { type Calibration, calibrationAt, useCalibrations } from './calibrations-store.ts';
import { KeptRecording } from './KeptRecording.tsx';
import { InputDialog } from './InputDialog.tsx';
import { InputLevels } from './InputLevels.tsx';
import { LiveChart } from './LiveChart.tsx';
import { LiveDisplay } from './LiveDisplay.tsx';
import { SIMULATED_VOLTS } from './live-engine.ts';
import { firstPlaying, presetOf, saidOfPlaying } from './live-preset.ts';
import { LiveSetup, SIMULATED } from './LiveSetup.tsx';
import { RecordActions } from './RecordActions.tsx';
import { SimulatedControls } from './SimulatedControls.tsx';
import { InHand } from '../../../ui/InHand.tsx';
import { AT_INPUT } from '../../../ui/in-hand-store.ts';
import { useUnsaved } from '../../../ui/use-unsaved.ts';
import { useInputDevices } from './use-input-devices.ts';
import { useKeepAwake } from './use-keep-awake.ts';
import { useLive } from './use-live.ts';
import './live.css';

/** The simulated input knows what its full scale is. */
const SIMULATED_CALIBRATION: Calibration = {
  device: SIMULATED,
  reducer: '',
  voltsAtFullScale: SIMULATED_VOLTS,
  at: '',
  fall: null,
};

const ADVICE: Record<Played, string> = {
  pink: 'A minute of pink noise at one volume step is best.',
  white: 'A minute of white noise at one volume step is best.',
  tone: 'A few seconds at each level; go up from quiet.',
  silence: 'Twenty seconds of silence are enough.',
  music: 'Noise tells more than music.',
};

/** Listening to outputs as they sound: levels by band, and recording them. */
export function LivePage() {
  const job = useFramedMeasuredJob();
  const { pairId } = useParams();
  const [params] = useSearchParams();
  const [preset] = useState(() => presetOf(params, job));
  const pairs = job.units.flatMap((u) => u.pairs);
  const first = pairs.find((p) => p.id === pairId) ?? pairs[0];
  const [secondId, setSecondId] = useState<string | null>(preset.secondPairId);
  const second = pairs.find((p) => p.id === secondId) ?? null;
  const [input, setInput] = useState('');
  const [settings, setSettings] = useState<LiveSettings>({ fraction: 6, averaging: 1.5 });
  const [held, setHeld] = useState(false);
  const [frozen, setFrozen] = useState<LivePicture | null>(null);
  const [recorded, setRecorded] = useState<File | null>(null);
  const [looking, setLooking] = useState(false);
  const [calibrating, setCalibrating] = useState(false);
  const [checking, setChecking] = useState(false);
  /** who wants the next recording for itself */
  const taker = useRef<((file: Blob | null) => void) | null>(null);
  const take = useCallback((then: (file: Blob | null) => void) => {
    taker.current = then;
  }, []);
  const { engine, fault, numbers, picture, start, stop } = useLive(settings, (blob) => {
    const taken = taker.current;
    taker.current = null;
    if (taken) return taken(blob);
    if (!blob) return;
    setLooking(true);
    setRecorded(new File([blob], fileName(first ? pairName(first) : 'recording'), { type: 'audio/wav' }));
  });
  const devices = useInputDevices(engine);
  const [playing, setPlaying] = useState(() => firstPlaying(preset, first?.way ?? 'full'));
  const simulated = input === SIMULATED;
  const calibrations = useCalibrations();
  const calibration = simulated ? SIMULATED_CALIBRATION : calibrationAt(calibrations, engine?.label);
  const itself = calibrations.inputs.find((i) => i.device === engine?.label) ?? null;
  const raiseDb = calibration ? 20 * Math.log10(calibration.voltsAtFullScale) : 0;
  const frozenRef = { current: frozen };

  useKeepAwake(engine !== null && !simulated);
  useUnsaved(recorded !== null || (numbers?.recordedSeconds ?? null) !== null);

  if (!first)
    return (
      <NoOutputs jobId={job.id} title="No output to listen to yet" action="Add the outputs">
        Name the outputs first, so that what is recorded belongs somewhere.
      </NoOutputs>
    );

  const open = () =>
    void start(
      simulated
        ? { kind: 'simulated', pairs: second ? [first, second] : [first], playing }
        : { kind: 'input', deviceId: input },
    );
  const known: Partial<SaidOfRecording> = {
    ...preset.said,
    secondPairId: engine?.channels === 2 ? secondId : null,
    voltsAtFullScale: calibration?.voltsAtFullScale ?? null,
    skew: itself?.skew?.s ?? 0,
    ownDistortion: itself?.distortion ?? null,
    ...(simulated && saidOfPlaying(playing, preset)),
  };
  const oneChannel = second !== null && (engine?.channels === 1 || numbers?.same === true);
  const names = [pairName(first), ...(second && engine?.channels === 2 ? [pairName(second)] : [])];

  return (
    <main className="live" data-rate={numbers?.rate ?? 0}>
      <div className="live-head">
        <Link
          className="btn btn-quiet"
          to={
            preset.test
              ? `/jobs/${job.id}/listen/tests/${preset.test}?pair=${first.id}`
              : `/jobs/${job.id}/listen/${first.id}`
          }
        >
          <ArrowLeft size={18} /> {preset.test ? 'The test' : 'Outputs'}
        </Link>
        <h1>{engine ? names.join(' and ') : `Listen to ${pairName(first).toLowerCase()}`}</h1>
        {simulated && engine && <span className="live-simulated">simulated, not the car</span>}
      </div>
      {recorded && !looking && (
        <KeptRecording file={recorded} onLook={() => setLooking(true)} onDrop={() => setRecorded(null)} />
      )}
      {!engine && (
        <LiveSetup
          input={input}
          devices={devices}
          others={pairs.filter((p) => p.id !== first.id)}
          secondId={secondId}
          fault={fault}
          onInput={setInput}
          onSecond={setSecondId}
          onOpen={open}
        />
      )}
      {engine && (
        <>
          <LiveChart
            picture={frozen ? frozenRef : picture}
            raiseDb={raiseDb}
            unit={calibration ? 'dBV' : 'dB re full scale'}
            held={held}
            names={names}
          />
          <LiveDisplay
            settings={settings}
            held={held}
            frozen={frozen !== null}
            onSettings={setSettings}
            onHeld={(on) => {
              engine.release();
              setHeld(on);
            }}
            onFrozen={(on) => setFrozen(on ? picture.current : null)}
          />
          {engine.play && (
            <SimulatedControls
              playing={playing}
              onChange={(now) => {
                setPlaying(now);
                engine.play?.(now);
              }}
            />
          )}
          <InputLevels
            engine={engine}
            numbers={numbers}
            fault={fault}
            expectsTwo={second !== null}
            volts={calibration}
            choices={calibrations.all.filter((c) => c.device === engine.label)}
            onUse={(reducer) => calibrations.choose(engine.label, reducer)}
          />
          {preset.test === 'added' && <AddedLevel jobId={job.id} pairId={first.id} picture={picture} />}
          <InHand kinds={AT_INPUT} />
          <RecordActions
            engine={engine}
            seconds={numbers?.recordedSeconds ?? null}
            kept={recorded !== null}
            oneChannel={oneChannel}
            advice={ADVICE[preset.said.played]}
            calibrated={simulated ? null : calibration !== null}
            onCalibrate={() => setCalibrating(true)}
            onInput={() => setChecking(true)}
            onStop={stop}
          />
        </>
      )}
      {calibrating && engine && (
        <CalibrateDialog
          device={engine.label}
          known={calibration}
          picture={picture}
          onClose={() => setCalibrating(false)}
        />
      )}
      {checking && engine && (
        <InputDialog
          engine={engine}
          seconds={numbers?.recordedSeconds ?? null}
          known={itself}
          simulated={simulated ? playing : null}
          take={take}
          onClose={() => setChecking(false)}
        />
      )}
      {recorded && looking && (
        <RecordingDialog
          job={job}
          file={recorded}
          pairId={first.id}
          backTo={preset.test && `/jobs/${job.id}/listen/tests/${preset.test}?pair=${first.id}`}
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
