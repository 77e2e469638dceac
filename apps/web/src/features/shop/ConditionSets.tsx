import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Plus, Trash2 } from 'lucide-react';
import { type ConditionSet, conditionSetsSchema, USUAL_CONDITION_SETS } from '@ulpen/core';
import { CONDITION_WORDS } from '../../ui/condition-words.ts';

interface ConditionSetsProps {
  sets: readonly ConditionSet[];
  onSave: (sets: ConditionSet[]) => void;
}

const FIELDS = ['ignition', 'radio', 'sound', 'plug'] as const;

const sameSets = (a: readonly ConditionSet[], b: readonly ConditionSet[]): boolean =>
  a.length === b.length &&
  a.every((s, n) => s.name === b[n].name && FIELDS.every((f) => s.holds[f] === b[n].holds[f]));

/** Conditions that are set by one key in Find, in the order in which this shop goes through a plug. */
export function ConditionSets({ sets, onSave }: ConditionSetsProps) {
  const [draft, setDraft] = useState(sets);
  const checked = conditionSetsSchema.safeParse(draft);
  const dirty = !sameSets(draft, sets);
  const usual = sameSets(draft, USUAL_CONDITION_SETS);
  const set = (n: number, part: Partial<ConditionSet>) =>
    setDraft((all) => all.map((s, k) => (k === n ? { ...s, ...part } : s)));
  return (
    <section className="condition-sets-edit" aria-label="Conditions set together">
      <h3 className="label">Conditions set together</h3>
      <p className="small quiet">
        In Find the key <kbd>,</kbd> goes from one to the next.
      </p>
      <ol>
        {draft.map(({ name, holds }, n) => (
          <li key={n}>
            <Form.Control
              aria-label={`Name of set ${n + 1}`}
              maxLength={30}
              value={name}
              onChange={(e) => set(n, { name: e.target.value })}
            />
            <div>
              {FIELDS.map((field) => (
                <Form.Select
                  key={field}
                  aria-label={`${CONDITION_WORDS[field].label} in set ${n + 1}`}
                  value={holds[field]}
                  onChange={(e) => set(n, { holds: { ...holds, [field]: e.target.value } })}
                >
                  {Object.entries(CONDITION_WORDS[field].options).map(([value, word]) => (
                    <option key={value} value={value}>
                      {CONDITION_WORDS[field].label.toLowerCase()} {word}
                    </option>
                  ))}
                </Form.Select>
              ))}
            </div>
            <Button
              variant="quiet"
              aria-label={`Remove set ${n + 1}`}
              title="Remove"
              disabled={draft.length === 1}
              onClick={() => setDraft((all) => all.filter((_, k) => k !== n))}
            >
              <Trash2 size={18} />
            </Button>
          </li>
        ))}
      </ol>
      {!checked.success && (
        <p className="refused m-0" role="alert">
          {checked.error.issues[0].path.length > 0 && `Set ${Number(checked.error.issues[0].path[0]) + 1}: `}
          {checked.error.issues[0].message}
        </p>
      )}
      <div className="d-flex flex-wrap gap-2">
        <Button
          variant="secondary"
          disabled={draft.length >= 8}
          onClick={() => setDraft((all) => [...all, { name: '', holds: all[all.length - 1].holds }])}
        >
          <Plus size={18} /> Another set
        </Button>
        {dirty && (
          <>
            <Button disabled={!checked.success} onClick={() => checked.data && onSave(checked.data)}>
              Save the sets
            </Button>
            <Button variant="secondary" onClick={() => setDraft(sets)}>
              Undo changes
            </Button>
          </>
        )}
        {!usual && !dirty && (
          <Button variant="secondary" onClick={() => onSave(USUAL_CONDITION_SETS)}>
            Back to the usual sets
          </Button>
        )}
      </div>
    </section>
  );
}
