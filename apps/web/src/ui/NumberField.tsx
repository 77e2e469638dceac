import { useState } from 'react';
import { Form } from 'react-bootstrap';

interface NumberFieldProps {
  id: string;
  label: string;
  value: number | null;
  /** @default 0 */
  least?: number;
  most: number;
  /**
   * no fractions
   *
   * @default false
   */
  whole?: boolean;
  /** @default 'not noted' */
  placeholder?: string;
  onChange: (value: number | null) => void;
}

/** Reads a number as people type it, with a comma or a point and any minus sign; null when it is none. */
export function typedNumber(text: string): number | null {
  const match = /^\s*([-−+]?)(\d+(?:[.,]\d*)?|[.,]\d+)\s*$/.exec(text);
  if (!match) return null;
  return (match[1] === '-' || match[1] === '−' ? -1 : 1) * Number(match[2].replace(',', '.'));
}

const asTyped = (value: number | null) => (value === null ? '' : String(value).replace('-', '−'));

/** A number that may be left out. What is no number, or out of bounds, is said and not passed on. */
export function NumberField({
  id,
  label,
  value,
  least = 0,
  most,
  whole = false,
  placeholder = 'not noted',
  onChange,
}: NumberFieldProps) {
  const [text, setText] = useState(asTyped(value));
  const typed = typedNumber(text);
  const [shown, setShown] = useState(value);
  // Changed elsewhere, by undo for one, it is shown; while it is typed, it stays as it is typed.
  if (value !== shown) {
    setShown(value);
    if (typed !== value) setText(asTyped(value));
  }
  const fits = (n: number) => n >= least && n <= most && (!whole || Number.isInteger(n));
  const wrong = text.trim() !== '' && (typed === null || !fits(typed));
  return (
    <Form.Group controlId={id}>
      <Form.Label>{label}</Form.Label>
      <Form.Control
        className="num"
        inputMode={least < 0 ? 'text' : 'decimal'}
        placeholder={placeholder}
        value={text}
        isInvalid={wrong}
        onChange={(e) => {
          setText(e.target.value);
          const now = typedNumber(e.target.value);
          if (e.target.value.trim() === '') onChange(null);
          else if (now !== null && fits(now)) onChange(now);
        }}
      />
      <Form.Control.Feedback type="invalid">
        A {whole ? 'whole ' : ''}number from {least} to {most}.
      </Form.Control.Feedback>
    </Form.Group>
  );
}
