import { useId } from 'react';
import { formatDb } from '@ulpen/core';
import type { Feed } from '@ulpen/core';
import { NumberField } from '../../ui/NumberField.tsx';

interface DeskInputProps {
  name: string;
  tap: Pick<Feed['taps'][number], 'inverted' | 'gainDb' | 'delayMs'>;
  locked: boolean;
  onChange: (part: Partial<DeskInputProps['tap']>) => void;
}

const DEEPEST_DB = -24;

/** One input of the desk: flip, trim, delay. */
export function DeskInput({ name, tap, locked, onChange }: DeskInputProps) {
  const id = useId();
  return (
    <div className="desk-controls">
      <button
        type="button"
        className={`toggle ${tap.inverted ? 'toggle-on' : ''}`}
        aria-pressed={tap.inverted}
        aria-label={`Flip ${name}`}
        disabled={locked}
        onClick={() => onChange({ inverted: !tap.inverted })}
      >
        {tap.inverted ? '− +' : '+ −'}
      </button>
      <label className="desk-trim" htmlFor={`${id}-trim`}>
        <span className="label">Trim</span>
        <input
          id={`${id}-trim`}
          type="range"
          className="form-range"
          aria-label={`Trim of ${name}, dB`}
          min={DEEPEST_DB}
          max={0}
          step={0.5}
          value={tap.gainDb}
          disabled={locked}
          onChange={(e) => onChange({ gainDb: Number(e.target.value) })}
        />
        <span className="num">{formatDb(tap.gainDb)} dB</span>
      </label>
      <fieldset className="desk-delay" disabled={locked}>
        <NumberField
          id={`${id}-delay`}
          label={`Delay, ms`}
          value={Number(tap.delayMs.toFixed(2))}
          most={100}
          placeholder="0"
          onChange={(delayMs) => onChange({ delayMs: delayMs ?? 0 })}
        />
      </fieldset>
    </div>
  );
}
