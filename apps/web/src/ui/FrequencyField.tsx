import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { formatFrequency, parseFrequency } from '@ulpen/core';
import './frequency-field.css';

interface FrequencyFieldProps {
  id: string;
  label: string;
  hz: number;
  fault?: string;
  onChange: (hz: number) => void;
}

/** A frequency typed in any usual way: `80`, `80 Hz`, `3,4k`. */
export function FrequencyField({ id, label, hz, fault, onChange }: FrequencyFieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const unreadable = typed !== null && parseFrequency(typed) === null;
  const words = unreadable ? 'Type a frequency: 80, 80 Hz or 3.4k' : fault;
  return (
    <div className="frequency-field">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Control
        id={id}
        className="num"
        inputMode="text"
        value={typed ?? formatFrequency(hz)}
        isInvalid={!!words}
        onFocus={(e) => e.target.select()}
        onChange={(e) => {
          setTyped(e.target.value);
          const read = parseFrequency(e.target.value);
          if (read !== null) onChange(read);
        }}
        onBlur={() => {
          if (!unreadable) setTyped(null);
        }}
      />
      <Form.Control.Feedback type="invalid">{words}</Form.Control.Feedback>
    </div>
  );
}
