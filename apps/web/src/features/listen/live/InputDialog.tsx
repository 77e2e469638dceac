import { useEffect, useRef, useState } from 'react';
import { CircleCheck } from 'lucide-react';
import { Button, Modal, ProgressBar } from 'react-bootstrap';
import { Dialog } from '../../../ui/Dialog.tsx';
import { soundWorker } from '../../../workers/sound-worker.ts';
import { type InputItself, useCalibrations } from './calibrations-store.ts';
import type { LiveEngine, SimulatedPlaying } from './live-engine.ts';

type What = 'pink' | 'tone';

interface InputDialogProps {
  engine: LiveEngine;
  /** s recorded so far; null: nothing is being recorded */
  seconds: number | null;
  known: InputItself | null;
  /** null: a real input, into which a person plays; else what its car plays otherwise */
  simulated: SimulatedPlaying | null;
  /** takes the next recording in place of the page */
  take: (then: (file: Blob | null) => void) => void;
  onClose: () => void;
}

/** How long each is listened to, s. */
const SECONDS: Record<What, number> = { pink: 10, tone: 4 };
const TONE_HZ = 1000;

/** A recording of seconds is judged in less than one; after this nobody waits any longer. */
const PATIENCE = 30_000;
const late = () => new Promise<null>((resolve) => setTimeout(() => resolve(null), PATIENCE));

/** Lag and distortion of the input itself, measured by looping a player back into it: nothing is typed. */
export function InputDialog({ engine, seconds, known, simulated, take, onClose }: InputDialogProps) {
  const [doing, setDoing] = useState<What | null>(null);
  const [skew, setSkew] = useState(known?.skew ?? null);
  const [distortion, setDistortion] = useState(known?.distortion ?? null);
  const [refused, setRefused] = useState<string | null>(null);
  const keepInput = useCalibrations((s) => s.keepInput);
  const back = useRef(simulated);

  const judge = async (file: Blob | null, what: What) => {
    setDoing(null);
    const found =
      file && (await Promise.race([soundWorker().measureInput(file, what), late()]).catch(() => null));
    if (!found) return setRefused('That did not work. Measure again.');
    if (!found.ok) return setRefused(found.says);
    if ('skew' in found) setSkew({ s: found.skew, error: found.error });
    else setDistortion(found.distortion);
  };
  const measure = (what: What) => {
    setRefused(null);
    setDoing(what);
    if (simulated) engine.play?.({ ...simulated, played: what, hz: TONE_HZ, loopBack: true });
    take((file) => void judge(file, what));
    engine.record();
  };
  const enough = doing !== null && seconds !== null && seconds >= SECONDS[doing];
  useEffect(() => {
    if (enough) engine.finish();
  }, [enough, engine]);
  // The simulated car goes on as before.
  useEffect(() => {
    const playing = back.current;
    return () => {
      if (playing) engine.play?.(playing);
    };
  }, [engine]);

  const close = () => {
    if (doing) {
      // Nobody wants what was heard until now.
      take(() => {});
      engine.finish();
    }
    onClose();
  };
  const keep = () => {
    keepInput({ device: engine.label, skew, distortion, at: new Date().toISOString() });
    close();
  };
  const button = (what: What, word: string, disabled: boolean) => (
    <Button variant="secondary" disabled={doing !== null || disabled} onClick={() => measure(what)}>
      {word}
    </Button>
  );
  return (
    <Dialog title="Check this input" onClose={close}>
      <Modal.Body className="d-grid gap-3">
        <p className="m-0">
          Disconnect the car and feed a player straight into the input, at about the level of your recordings.
        </p>
        <section className="input-itself" aria-label="Right-channel lag">
          <h3 className="label">Right-channel lag</h3>
          <p className="small quiet m-0">
            Feed the same signal into left and right, and play pink noise for {SECONDS.pink} seconds.
          </p>
          <div className="d-flex flex-wrap align-items-center gap-3">
            {button('pink', skew ? 'Measure it again' : 'Measure the lag', engine.channels === 1)}
            {engine.channels === 1 && <span className="small quiet">this input has one channel</span>}
            {skew && (
              <span role="status">
                <CircleCheck size={18} className="text-fits" aria-hidden />{' '}
                <span className="num">
                  {(1e6 * skew.s).toFixed(1)} µs ± {(2e6 * skew.error).toFixed(1)}
                </span>
              </span>
            )}
          </div>
        </section>
        <section className="input-itself" aria-label="Input distortion">
          <h3 className="label">Input distortion</h3>
          <p className="small quiet m-0">
            Play a clean 1 kHz tone for {SECONDS.tone} seconds. The result includes the player’s own.
          </p>
          <div className="d-flex flex-wrap align-items-center gap-3">
            {button('tone', distortion === null ? 'Measure the distortion' : 'Measure again', false)}
            {distortion !== null && (
              <span role="status">
                <CircleCheck size={18} className="text-fits" aria-hidden />{' '}
                <span className="num">{(100 * distortion).toPrecision(2)} %</span>
              </span>
            )}
          </div>
        </section>
        {doing && (
          <ProgressBar
            now={(100 * (seconds ?? 0)) / SECONDS[doing]}
            aria-label={doing === 'pink' ? 'Measuring the lag' : 'Measuring the distortion'}
          />
        )}
        {refused && (
          <p className="refused m-0" role="alert">
            {refused}
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="secondary" onClick={close}>
          {doing ? 'Cancel' : 'Close'}
        </Button>
        <Button onClick={keep} disabled={doing !== null || (skew === null && distortion === null)}>
          Save
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}
