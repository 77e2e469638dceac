import type { Played, Situation } from '@ulpen/core';
import { NumberField } from '../../ui/NumberField.tsx';
import { optionsOf, SelectField } from '../../ui/SelectField.tsx';
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
  raised: 'raised, about 2,500 rpm',
};
const DOORS_WORD: Record<Situation['doors'], string> = {
  unknown: 'not noted',
  closed: 'closed',
  open: 'open',
};
const ROUTED_WORD: Record<Situation['playedIn'], string> = {
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
    <SelectField
      key="engine"
      id={`${id}-engine`}
      label="Engine"
      options={optionsOf(ENGINE_WORD)}
      value={situation.engine}
      onChange={(engine) => onChange({ engine })}
    />
  );
  const doors = (
    <SelectField
      key="doors"
      id={`${id}-doors`}
      label="Doors"
      options={optionsOf(
        played === 'silence' ? { ...DOORS_WORD, open: 'open, or the microphones covered' } : DOORS_WORD,
      )}
      value={situation.doors}
      onChange={(doors) => onChange({ doors })}
    />
  );
  const routed = (
    <SelectField
      key="played-in"
      id={`${id}-played-in`}
      label="Played in"
      options={optionsOf(ROUTED_WORD)}
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
