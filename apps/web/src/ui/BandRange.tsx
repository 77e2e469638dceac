import { useRef } from 'react';
import { formatFrequency } from '@ulpen/core';
import { AXIS_TICKS, axisFrequency, axisPlace } from './frequency-scale.ts';
import { shortFrequency } from '@ulpen/core';
import './band-range.css';

interface BandRangeProps {
  lowHz: number;
  highHz: number;
  name: string;
  onChange: (lowHz: number, highHz: number) => void;
}

/** A third of an octave to a key press, a twelfth with Shift. */
const STEP = 2 ** (1 / 3);
const FINE_STEP = 2 ** (1 / 12);
/** The two ends stay this far apart. */
const LEAST_RATIO = 1.5;

/** Two digits are as fine as a crossover is ever set. */
const tidy = (hz: number) => Number(hz.toPrecision(2));

/** The needed band on the strip's own axis: drag an end, or use the arrow keys. */
export function BandRange({ lowHz, highHz, name, onChange }: BandRangeProps) {
  const axis = useRef<HTMLDivElement>(null);
  const set = (end: 'low' | 'high', hz: number) => {
    const bounded = Math.min(20_000, Math.max(20, tidy(hz)));
    if (end === 'low') onChange(Math.min(bounded, tidy(highHz / LEAST_RATIO)), highHz);
    else onChange(lowHz, Math.max(bounded, tidy(lowHz * LEAST_RATIO)));
  };
  const handle = (end: 'low' | 'high', hz: number) => (
    <button
      type="button"
      role="slider"
      className={`band-handle band-handle-${end}`}
      style={{ left: `${axisPlace(Math.min(20_000, Math.max(20, hz))) * 100}%` }}
      aria-label={`${name}: ${end === 'low' ? 'lowest' : 'highest'} frequency needed`}
      aria-valuemin={20}
      aria-valuemax={20_000}
      aria-valuenow={Math.round(hz)}
      aria-valuetext={formatFrequency(hz)}
      onKeyDown={(e) => {
        const step = e.shiftKey ? FINE_STEP : STEP;
        if (e.key === 'ArrowRight' || e.key === 'ArrowUp') set(end, hz * step);
        else if (e.key === 'ArrowLeft' || e.key === 'ArrowDown') set(end, hz / step);
        else return;
        e.preventDefault();
      }}
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerMove={(e) => {
        if (!e.currentTarget.hasPointerCapture(e.pointerId) || !axis.current) return;
        const box = axis.current.getBoundingClientRect();
        set(end, axisFrequency((e.clientX - box.left) / box.width));
      }}
    />
  );
  const from = axisPlace(Math.max(20, lowHz)) * 100;
  const to = axisPlace(Math.min(20_000, highHz)) * 100;
  return (
    <div className="band-range">
      <div className="band-axis" ref={axis}>
        <div className="band-axis-ramp" style={{ clipPath: `inset(0 ${100 - to}% 0 ${from}% round 3px)` }} />
        {AXIS_TICKS.slice(1, -1).map((f) => (
          <span key={f} className="band-axis-line" style={{ left: `${axisPlace(f) * 100}%` }} />
        ))}
        {handle('low', lowHz)}
        {handle('high', highHz)}
      </div>
      <div className="band-axis-labels num" aria-hidden="true">
        {AXIS_TICKS.map((f) => (
          <span key={f} style={{ left: `${axisPlace(f) * 100}%` }}>
            {shortFrequency(f)}
          </span>
        ))}
      </div>
    </div>
  );
}
