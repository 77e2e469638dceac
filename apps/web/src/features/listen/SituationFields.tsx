import { Form } from 'react-bootstrap';
import type { Played, Situation } from '@ulpen/core';
import { NumberField } from '../../ui/NumberField.tsx';
import './situation.css';

interface SituationFieldsProps {
  /** begins the ids of the fields */
  id: string;
  situation: Situation;
  played: Played;
  onChange: (part: Partial<Situation>) => void;
}

const ENGINE_WORD: Record<Situation['engine'], string> = {
  unknown: 'not noted',
  off: 'off',
  idle: 'idling',
  raised: 'raised, about 2,500 turns',
};
const DOORS_WORD: Record<Situation['doors'], string> = {
  unknown: 'not noted',
  closed: 'closed',
  open: 'open',
};
export const ROUTED_WORD: Record<Situation['playedIn'], string> = {
  unknown: 'not noted',
  both: 'the same in left and right',
  left: 'left only',
  right: 'right only',
  different: 'another noise in each',
};

/** What else may matter: asked openly where the signal makes it matter, else folded away. */
export function SituationFields({ id, situation, played, onChange }: SituationFieldsProps) {
  const supply = (
    <NumberField
      key="supply"
      id={`${id}-supply`}
      label="Supply, V"
      value={situation.supplyVolts}
      most={60}
      onChange={(supplyVolts) => onChange({ supplyVolts })}
    />
  );
  const level = (
    <NumberField
      key="signal-level"
      id={`${id}-signal-level`}
      label="Recorded level of the signal, dB"
      value={situation.signalDb}
      least={-90}
      most={0}
      onChange={(signalDb) => onChange({ signalDb })}
    />
  );
  const engine = (
    <Choice
      key="engine"
      id={`${id}-engine`}
      label="Engine"
      words={ENGINE_WORD}
      value={situation.engine}
      onChange={(engine) => onChange({ engine })}
    />
  );
  const doors = (
    <Choice
      key="doors"
      id={`${id}-doors`}
      label="Doors"
      words={DOORS_WORD}
      value={situation.doors}
      onChange={(doors) => onChange({ doors })}
    />
  );
  const routed = (
    <Choice
      key="played-in"
      id={`${id}-played-in`}
      label="Played in"
      words={ROUTED_WORD}
      value={situation.playedIn}
      onChange={(playedIn) => onChange({ playedIn })}
    />
  );
  const [open, folded] =
    played === 'tone'
      ? [
          [level, supply],
          [routed, engine, doors],
        ]
      : played === 'silence'
        ? [[engine, doors], [supply]]
        : [[], [routed, supply, engine, doors, level]];
  return (
    <>
      {open.length > 0 && <div className="situation">{open}</div>}
      <details className="more-conditions">
        <summary>More conditions</summary>
        <div className="situation">{folded}</div>
      </details>
    </>
  );
}

interface ChoiceProps<V extends string> {
  id: string;
  label: string;
  words: Record<V, string>;
  value: V;
  onChange: (value: V) => void;
}

function Choice<V extends string>({ id, label, words, value, onChange }: ChoiceProps<V>) {
  return (
    <Form.Group controlId={id}>
      <Form.Label>{label}</Form.Label>
      <Form.Select value={value} onChange={(e) => onChange(e.target.value as V)}>
        {Object.entries<string>(words).map(([key, word]) => (
          <option key={key} value={key}>
            {word}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  );
}
