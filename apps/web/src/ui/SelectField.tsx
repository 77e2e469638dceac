import { Form } from 'react-bootstrap';

export interface Option<V> {
  value: V;
  word: string;
}

/** Options from a table of words, in its order. */
export const optionsOf = <V extends string>(words: Readonly<Record<V, string>>): Option<V>[] =>
  Object.entries<string>(words).map(([value, word]) => ({ value: value as V, word }));

interface SelectFieldProps<V extends string | number | null> {
  id: string;
  label: string;
  value: V;
  /** `null` among them is what is not chosen */
  options: readonly Option<V>[];
  /** digits in it line up (default: words) */
  numeric?: boolean;
  /** what is wrong with the choice (default: nothing) */
  fault?: string | undefined;
  help?: string;
  className?: string;
  disabled?: boolean;
  onChange: (value: V) => void;
}

const keyOf = (value: string | number | null) => (value === null ? '' : String(value));

/** One of several words under a label. */
export function SelectField<V extends string | number | null>(props: SelectFieldProps<V>) {
  const { id, label, value, options, numeric = false, fault, help, className, disabled, onChange } = props;
  const known = options.some((o) => o.value === value);
  return (
    <Form.Group controlId={id} className={className}>
      <Form.Label>{label}</Form.Label>
      <Form.Select
        className={numeric ? 'num' : undefined}
        value={keyOf(value)}
        isInvalid={fault !== undefined}
        disabled={disabled}
        onChange={(e) => {
          const chosen = options.find((o) => keyOf(o.value) === e.target.value);
          if (chosen) onChange(chosen.value);
        }}
      >
        {known ? null : <option value={keyOf(value)}>not in this list</option>}
        {options.map((o) => (
          <option key={keyOf(o.value)} value={keyOf(o.value)}>
            {o.word}
          </option>
        ))}
      </Form.Select>
      {help && <Form.Text>{help}</Form.Text>}
      <Form.Control.Feedback type="invalid">{fault}</Form.Control.Feedback>
    </Form.Group>
  );
}
