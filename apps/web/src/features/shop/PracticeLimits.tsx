import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { type Practice, practiceSchema, USUAL_PRACTICE } from '@ulpen/core';
import { PRACTICE_WORDS } from '../../ui/preference-words.ts';
import { typedNumber } from '../../ui/NumberField.tsx';

interface PracticeLimitsProps {
  practice: Practice;
  onChange: (practice: Practice) => void;
}

const KEYS = Object.keys(PRACTICE_WORDS) as (keyof Practice)[];

/** What this shop takes for good enough, where practice differs. */
export function PracticeLimits({ practice, onChange }: PracticeLimitsProps) {
  const usual = KEYS.every((key) => practice[key] === USUAL_PRACTICE[key]);
  return (
    <section className="practice" aria-label="Limits of practice">
      <h3 className="label">Limits of practice</h3>
      <ul>
        {KEYS.map((key) => (
          <Limit
            key={`${key} ${practice[key]}`}
            name={key}
            value={practice[key]}
            onChange={(value) => onChange({ ...practice, [key]: value })}
          />
        ))}
      </ul>
      {!usual && (
        <Button variant="secondary" onClick={() => onChange(USUAL_PRACTICE)}>
          Back to the usual limits
        </Button>
      )}
    </section>
  );
}

interface LimitProps {
  name: keyof Practice;
  value: number;
  onChange: (value: number) => void;
}

/** Kept when the field is left or with Enter; what cannot be is said and not kept. */
function Limit({ name, value, onChange }: LimitProps) {
  const [text, setText] = useState(String(value));
  const number = typedNumber(text);
  const read = practiceSchema.shape[name].safeParse(number);
  const keep = () => read.success && read.data !== value && onChange(read.data);
  const { label, why } = PRACTICE_WORDS[name];
  return (
    <li>
      <Form.Label htmlFor={`practice-${name}`} className="m-0">
        {label} <span className="small quiet">{why}</span>
      </Form.Label>
      <Form.Control
        id={`practice-${name}`}
        className="num"
        inputMode="decimal"
        value={text}
        isInvalid={!read.success}
        onChange={(e) => setText(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => {
          if (e.key === 'Enter') keep();
          if (e.key === 'Escape') setText(String(value));
        }}
      />
      <Form.Control.Feedback type="invalid">
        {number === null ? 'a number is needed' : read.error?.issues[0].message}
      </Form.Control.Feedback>
    </li>
  );
}
