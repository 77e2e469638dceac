import { Link } from 'react-router';
import { type Conditions as ConditionsType, ZERO_ITEMS } from '@ulpen/core';
import { InHand } from '../../ui/InHand.tsx';
import { conditionsOf, isHeld, useConditionSets } from './condition-sets.ts';
import { useFindStore } from './find-store.ts';
import { CONDITION_CHOICES } from './find-words.ts';

interface ConditionsProps {
  onDone: () => void;
  /** how many settings of the radio are at nothing */
  zeroed: number;
  jobId: string;
}

/** What holds while readings are taken. It stays until changed, so it stands where the eye is. */
export function Conditions({ onDone, zeroed, jobId }: ConditionsProps) {
  const { conditions, setConditions } = useFindStore();
  const sets = useConditionSets();
  const shown = CONDITION_CHOICES.filter((c) => c.field !== 'side' || conditions.plug === 'out');
  return (
    <>
      <div className="condition-sets" role="group" aria-label="Conditions set together">
        {sets.map((set) => (
          <button
            key={set.name}
            type="button"
            className={`condition-set ${isHeld(set, conditions) ? 'condition-set-on' : ''}`}
            aria-pressed={isHeld(set, conditions)}
            onClick={() => {
              setConditions(conditionsOf(set));
              onDone();
            }}
          >
            {set.name}
          </button>
        ))}
        <span className="quiet small">
          next <kbd>,</kbd>
        </span>
        <InHand kinds={['meter']} />
      </div>
      <fieldset className="conditions">
        <legend className="label">While these hold</legend>
        {shown.map(({ field, key, label, options }) => (
          <Choice
            key={field}
            label={label}
            hotkey={key}
            options={options}
            value={String(conditions[field])}
            onChange={(value) => {
              setConditions({ [field]: value } as Partial<ConditionsType>);
              onDone();
            }}
          />
        ))}
        {conditions.sound === 'playing' && (
          <label className="condition">
            <span>Volume</span>
            <input
              className="condition-step num"
              inputMode="numeric"
              aria-label="Volume step"
              placeholder="step"
              value={conditions.volumeStep ?? ''}
              onChange={(e) => {
                const step = e.target.value === '' ? null : Number(e.target.value);
                if (step === null || (Number.isInteger(step) && step >= 0 && step <= 200))
                  setConditions({ volumeStep: step });
              }}
              onKeyDown={(e) => {
                if (e.key === 'Enter' || e.key === 'Escape') onDone();
                e.stopPropagation();
              }}
            />
          </label>
        )}
        {conditions.radio === 'on' && (
          <Link className="condition condition-link" to={`/jobs/${jobId}/intake`}>
            <span>Radio zeroed</span>
            <strong className={zeroed < ZERO_ITEMS.length ? 'not-zeroed' : ''}>
              {zeroed} of {ZERO_ITEMS.length}
            </strong>
          </Link>
        )}
      </fieldset>
    </>
  );
}

interface ChoiceProps {
  label: string;
  hotkey: string;
  options: Record<string, string>;
  value: string;
  onChange: (value: string) => void;
}

/** One condition; pressing it goes to its next value, as its key does. */
function Choice({ label, hotkey, options, value, onChange }: ChoiceProps) {
  const values = Object.keys(options);
  const next = values[(values.indexOf(value) + 1) % values.length];
  return (
    <button
      type="button"
      className={`condition ${value === values[0] ? '' : 'condition-on'}`}
      aria-label={`${label}: ${options[value]}. Change to ${options[next]}`}
      onClick={() => onChange(next)}
    >
      <span>
        {label} <kbd>{hotkey.toUpperCase()}</kbd>
      </span>
      <strong>{options[value]}</strong>
    </button>
  );
}
