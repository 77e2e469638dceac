import { Circle, Gauge, Pause, Ruler, Square } from 'lucide-react';
import { Button } from 'react-bootstrap';
import type { LiveEngine } from './live-engine.ts';

interface RecordActionsProps {
  engine: LiveEngine;
  /** s recorded so far; null: nothing is being recorded */
  seconds: number | null;
  /** the last recording is still neither saved nor dropped */
  kept: boolean;
  /** two outputs are wanted, and the input gives one channel */
  oneChannel: boolean;
  /** what to record */
  advice: string;
  /** null: the simulated input, which needs none */
  calibrated: boolean | null;
  onCalibrate: () => void;
  /** lag and distortion of the input are looked at */
  onInput: () => void;
  onStop: () => void;
}

/** Recording, with how long is long enough; calibration; closing the input. */
export function RecordActions({
  engine,
  seconds,
  kept,
  oneChannel,
  advice,
  calibrated,
  onCalibrate,
  onInput,
  onStop,
}: RecordActionsProps) {
  return (
    <div className="live-actions">
      {seconds === null ? (
        <Button onClick={engine.record} disabled={kept || oneChannel}>
          <Circle size={18} fill="currentColor" /> Record
        </Button>
      ) : (
        <Button onClick={engine.finish}>
          <Square size={16} fill="currentColor" /> Stop and look,{' '}
          <span className="num">{seconds.toFixed(0)} s</span>
        </Button>
      )}
      <span className="quiet small">
        {kept
          ? 'Save or drop the last recording first.'
          : oneChannel
            ? 'Two outputs need two channels: use a stereo line input, or take one output at a time.'
            : seconds === null
              ? advice
              : seconds < 20
                ? 'Go on: lows need time.'
                : seconds < 60
                  ? 'Enough for a look; a minute is better.'
                  : 'Enough.'}
      </span>
      <span className="flex-fill" />
      {calibrated !== null && (
        <Button variant="secondary" onClick={onCalibrate}>
          <Ruler size={18} /> {calibrated ? 'Calibrate again' : 'Calibrate to volts'}
        </Button>
      )}
      <Button variant="secondary" onClick={onInput} disabled={seconds !== null || kept}>
        <Gauge size={18} /> Check the input
      </Button>
      <Button variant="secondary" onClick={onStop}>
        <Pause size={18} /> Close the input
      </Button>
    </div>
  );
}
