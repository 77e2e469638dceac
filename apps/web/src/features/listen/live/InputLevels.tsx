import { Form } from 'react-bootstrap';
import { formatDb } from '@ulpen/core';
import type { Calibration } from './calibrations-store.ts';
import type { LiveEngine } from './live-engine.ts';
import type { LiveNumbers } from './use-live.ts';

interface InputLevelsProps {
  engine: LiveEngine;
  numbers: LiveNumbers | null;
  fault: string | null;
  expectsTwo: boolean;
  volts: Calibration | null;
  /** calibrations of this input, one for each level reducer */
  choices: readonly Calibration[];
  onUse: (reducer: string) => void;
}

const BOTTOM_DB = -80;

/** How hard the input is driven, with a lamp for clipping, and what is wrong with the input itself. */
export function InputLevels(props: InputLevelsProps) {
  const { engine, numbers, fault, expectsTwo, volts, choices, onUse } = props;
  const heard = (numbers?.channels ?? []).every((c) => c.peakDb > -60);
  const words = [
    fault,
    engine.processing.length > 0
      ? `The browser left ${engine.processing.join(' and ')} on; levels cannot be trusted with this input.`
      : null,
    expectsTwo && engine.channels === 1
      ? 'This input has one channel, as headset sockets do. Record one output at a time, or use a stereo line input.'
      : null,
    numbers?.same
      ? 'Left and right are the same signal: a mono input, or both leads on one output. Unplug one lead to see which.'
      : null,
  ].filter((w) => w !== null);
  return (
    <section className="input-levels" aria-label="Input level">
      {(numbers?.channels ?? []).map((channel, c) => (
        <div key={c} className="input-level">
          <span className="label">{engine.channels === 1 ? 'Level' : c === 0 ? 'Left' : 'Right'}</span>
          <span className="input-bar" aria-hidden>
            <span style={{ width: `${Math.max(0, 100 * (1 - channel.peakDb / BOTTOM_DB))}%` }} />
          </span>
          <span className="num">
            {volts
              ? `${(volts.voltsAtFullScale * 10 ** (channel.rmsDb / 20)).toPrecision(3)} V`
              : channel.rmsDb < -120
                ? '–'
                : `${formatDb(channel.rmsDb)} dB`}
          </span>
          <span className={`clip-lamp ${channel.clipped ? 'clip-lit' : ''}`} role="status">
            {channel.clipped
              ? 'clips: turn the input down'
              : channel.peakDb < -60
                ? 'nothing comes in'
                : 'no clipping'}
          </span>
        </div>
      ))}
      <p className="small quiet m-0">
        {engine.label}, <span className="num">{engine.sampleRate / 1000} kHz</span>
        {volts
          ? volts.at
            ? `, calibrated${volts.reducer ? ` with ${volts.reducer}` : ''} on ${volts.at.slice(0, 10)}${volts.fall === null ? ', not checked 20 dB lower' : ''}`
            : ', levels are volts'
          : ', levels relative'}
        {expectsTwo && engine.channels === 2 && numbers && !numbers.same && heard
          ? '; left differs from right, so it has two channels'
          : ''}
      </p>
      {choices.length > 1 && (
        <Form.Select
          size="sm"
          className="reducer-choice"
          aria-label="Level reducer in use"
          value={volts?.reducer ?? ''}
          onChange={(e) => onUse(e.target.value)}
        >
          {choices.map((c) => (
            <option key={c.reducer} value={c.reducer}>
              {c.reducer || 'no reducer'}
            </option>
          ))}
        </Form.Select>
      )}
      {words.map((w) => (
        <p key={w} className="look-again" role="alert">
          {w}
        </p>
      ))}
    </section>
  );
}
