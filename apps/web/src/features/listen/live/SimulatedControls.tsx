import { Choices } from '../../../ui/Choices.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import type { SimulatedPlaying } from './live-engine.ts';

interface SimulatedControlsProps {
  playing: SimulatedPlaying;
  onChange: (playing: SimulatedPlaying) => void;
}

const PLAYS = [
  { value: 'pink', word: 'pink noise' },
  { value: 'tone', word: 'tone' },
  { value: 'silence', word: 'silence' },
] as const;
const ENGINES = [
  { value: 'off', word: 'off' },
  { value: 'idle', word: 'idling' },
  { value: 'raised', word: 'raised' },
] as const;

/** The simulated car's radio and engine, in place of a car. */
export function SimulatedControls({ playing, onChange }: SimulatedControlsProps) {
  const { played, hz, step, engine } = playing;
  return (
    <div className="simulated-controls" role="group" aria-label="Simulated car">
      <Choices
        label="It plays"
        options={PLAYS}
        value={played}
        onChange={(p) => onChange({ ...playing, played: p, signalDb: p === 'tone' ? 0 : -12 })}
      />
      {played === 'tone' && (
        <NumberField
          id="simulated-hz"
          label="Tone, Hz"
          value={hz}
          least={20}
          most={20_000}
          onChange={(value) => value && onChange({ ...playing, hz: value })}
        />
      )}
      <NumberField
        id="simulated-step"
        label="Volume step"
        value={step}
        most={40}
        onChange={(value) => value !== null && onChange({ ...playing, step: Math.round(value) })}
      />
      <Choices
        label="Engine"
        options={ENGINES}
        value={engine}
        onChange={(e) => onChange({ ...playing, engine: e })}
      />
    </div>
  );
}
