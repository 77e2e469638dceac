import {
  type Clues,
  cluesOfJob,
  decidingClues,
  type IntakeFields,
  type JobOutline,
  likelySystems,
  ZERO_ITEMS,
} from '@ulpen/core';
import { Button } from 'react-bootstrap';
import { CLUE_WORDS, ZERO_WORDS } from './intake-words.ts';
import { ReferenceFields } from './ReferenceFields.tsx';

interface SystemGuessProps {
  job: JobOutline;
  intake: IntakeFields;
  change: (part: Partial<IntakeFields>) => void;
}

/** What kind of factory system this may be, and which test decides it. Only what would decide something is asked. */
export function SystemGuess({ job, intake, change }: SystemGuessProps) {
  const clues = cluesOfJob(intake.clues, job);
  const systems = likelySystems(clues);
  const deciding = decidingClues(clues);
  const shown = (Object.keys(CLUE_WORDS) as (keyof Clues)[]).filter(
    (clue) => intake.clues[clue] !== 'unknown' || deciding.includes(clue),
  );
  const set = (clue: keyof Clues, value: Clues[keyof Clues]) =>
    change({ clues: { ...intake.clues, [clue]: value } });
  return (
    <section className="intake-part" aria-label="Likely systems">
      <h2 className="intake-title">What kind of system may it be?</h2>
      <ul className="clues">
        {shown.map((clue) => {
          const word = CLUE_WORDS[clue];
          return (
            <li key={clue}>
              <span>{word}</span>
              <span className="walk-states" role="radiogroup" aria-label={word}>
                {(['yes', 'no', 'unknown'] as const).map((v) => (
                  <button
                    key={v}
                    type="button"
                    role="radio"
                    aria-checked={intake.clues[clue] === v}
                    className={`toggle ${intake.clues[clue] === v ? 'toggle-on' : ''}`}
                    onClick={() => set(clue, v)}
                  >
                    {v === 'unknown' ? 'not known' : v}
                  </button>
                ))}
              </span>
            </li>
          );
        })}
      </ul>
      {deciding.length === 0 && <p className="quiet small">No further question would tell much: measure.</p>}
      <ol className="systems">
        {systems.map((s, i) => (
          <li key={s.name} className={i === 0 ? 'system-first' : ''}>
            <span className="system-share" aria-hidden="true">
              <span style={{ width: `${Math.round(s.probability * 100)}%` }} />
            </span>
            <strong>
              {s.name} <span className="num quiet">{Math.round(s.probability * 100)} %</span>
            </strong>
            {(i === 0 || s.probability > 0.2) && (
              <span className="small quiet">
                {s.means} Decided by: {s.decides}
              </span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Set to nothing before the first reading, and kept that way. */
export function ZeroRadio({ job, intake, change }: SystemGuessProps) {
  const left = ZERO_ITEMS.length - intake.zeroed.length;
  return (
    <section className="intake-part" aria-label="Zero the radio">
      <h2 className="intake-title">
        Zero the radio{' '}
        {left > 0 && (
          <span className="quiet small">
            <span className="num">{left}</span> left
          </span>
        )}
      </h2>
      {left > 0 && (
        <Button variant="secondary" onClick={() => change({ zeroed: [...ZERO_ITEMS] })}>
          {left === ZERO_ITEMS.length ? 'All zeroed' : 'The rest zeroed'}
        </Button>
      )}
      <ul className="zero-list">
        {ZERO_ITEMS.map((item) => {
          const on = intake.zeroed.includes(item);
          return (
            <li key={item}>
              <label>
                <input
                  type="checkbox"
                  className="form-check-input"
                  checked={on}
                  onChange={() =>
                    change({
                      zeroed: on ? intake.zeroed.filter((z) => z !== item) : [...intake.zeroed, item],
                    })
                  }
                />
                {ZERO_WORDS[item]}
              </label>
            </li>
          );
        })}
      </ul>
      <p className="quiet small">These hold for every reading and capture of this job.</p>
      <ReferenceFields
        job={job}
        reference={intake.reference}
        onChange={(reference) => change({ reference })}
      />
    </section>
  );
}
