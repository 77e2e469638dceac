import { useState } from 'react';
import { Form, InputGroup } from 'react-bootstrap';
import { LONGEST_RUN_M, type RunLength } from '@ulpen/core';
import { typedNumber } from '../../ui/NumberField.tsx';

interface LengthFieldProps {
  id: string;
  /** of the cable or wire */
  name: string;
  length: RunLength | null;
  /** m along its route through the car; null: it has none */
  byRoute: number | null;
  onChange: (length: RunLength | null) => void;
}

const asTyped = (length: RunLength | null) => (length ? String(length.lengthM) : '');

/** How long a run is, in metres, and whether somebody measured the way. */
export function LengthField({ id, name, length, byRoute, onChange }: LengthFieldProps) {
  const [text, setText] = useState(asTyped(length));
  const [shown, setShown] = useState(length?.lengthM ?? null);
  const typed = typedNumber(text);
  // Changed elsewhere it is shown; while it is typed, it stays as it is typed.
  if ((length?.lengthM ?? null) !== shown) {
    setShown(length?.lengthM ?? null);
    if (typed !== (length?.lengthM ?? null)) setText(asTyped(length));
  }
  const fits = (n: number | null): n is number => n !== null && n > 0 && n <= LONGEST_RUN_M;
  const wrong = text.trim() !== '' && !fits(typed);
  return (
    <div className="wire-length">
      <InputGroup hasValidation>
        <Form.Control
          className="num"
          size="sm"
          inputMode="decimal"
          aria-label={`Length of ${name}, m`}
          placeholder={byRoute === null ? 'not set' : `≈ ${byRoute.toFixed(1)}`}
          value={text}
          isInvalid={wrong}
          onChange={(e) => {
            setText(e.target.value);
            const now = typedNumber(e.target.value);
            if (e.target.value.trim() === '') onChange(null);
            else if (fits(now)) onChange({ lengthM: now, measured: length?.measured ?? false });
          }}
        />
        <InputGroup.Text>m</InputGroup.Text>
        <Form.Control.Feedback type="invalid">More than 0, up to {LONGEST_RUN_M} m.</Form.Control.Feedback>
      </InputGroup>
      <Form.Check
        id={`measured-${id}`}
        label="measured"
        aria-label={`Length of ${name} is measured`}
        disabled={!length}
        checked={length?.measured ?? false}
        onChange={(e) => length && onChange({ ...length, measured: e.target.checked })}
      />
    </div>
  );
}
