import './choices.css';

interface ChoicesProps<V extends string | number> {
  label: string;
  options: readonly { value: V; word: string }[];
  value: V;
  onChange: (value: V) => void;
}

/** A few values side by side, one of them chosen. */
export function Choices<V extends string | number>({ label, options, value, onChange }: ChoicesProps<V>) {
  return (
    <fieldset className="choices">
      <legend>{label}</legend>
      {options.map((o) => (
        <button
          key={o.value}
          type="button"
          aria-pressed={o.value === value}
          onClick={() => onChange(o.value)}
        >
          {o.word}
        </button>
      ))}
    </fieldset>
  );
}
