import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';

interface SignFormProps<T> {
  title: string;
  items: { key: string; text: string; value: T }[];
  busy: boolean;
  onSign: (chosen: T[], signedBy: string) => void;
  onCancel: () => void;
}

/** Some things are taken responsibility for, by a role as the shop signs. */
export function SignForm<T>({ title, items, busy, onSign, onCancel }: SignFormProps<T>) {
  const [chosen, setChosen] = useState<string[]>([]);
  const [by, setBy] = useState('');
  const picked = items.filter((i) => chosen.includes(i.key));
  return (
    <form
      className="sign-form no-print"
      aria-label={title}
      onSubmit={(e) => {
        e.preventDefault();
        if (picked.length > 0 && by.trim())
          onSign(
            picked.map((i) => i.value),
            by.trim(),
          );
      }}
    >
      <ul>
        {items.map((item) => (
          <li key={item.key}>
            <label>
              <input
                type="checkbox"
                className="form-check-input"
                checked={chosen.includes(item.key)}
                onChange={() =>
                  setChosen((now) =>
                    now.includes(item.key) ? now.filter((k) => k !== item.key) : [...now, item.key],
                  )
                }
              />
              <span className="small">{item.text}</span>
            </label>
          </li>
        ))}
      </ul>
      <div className="sign-line">
        <Button
          variant="quiet"
          onClick={() => setChosen(chosen.length === items.length ? [] : items.map((i) => i.key))}
        >
          {chosen.length === items.length ? 'None' : 'All'}
        </Button>
        <Form.Control
          aria-label="Signed by"
          placeholder="Signed by, a role: Bay 2"
          maxLength={60}
          value={by}
          onChange={(e) => setBy(e.target.value)}
        />
        <Button type="submit" variant="secondary" disabled={busy || picked.length === 0 || !by.trim()}>
          {title}
        </Button>
        <Button variant="quiet" onClick={onCancel}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
