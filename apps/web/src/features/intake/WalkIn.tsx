import { useState } from 'react';
import { format } from 'date-fns';
import { Button, Form } from 'react-bootstrap';
import { type IntakeFields, WALK_IN_ITEMS, type WalkIn as WalkInType } from '@ulpen/core';
import { STATE_WORDS, WALK_IN_WORDS } from './intake-words.ts';

type Items = WalkInType['items'];

const UNCHECKED: Items = Object.fromEntries(
  WALK_IN_ITEMS.map((item) => [item, { state: 'unchecked', note: '' }]),
) as Items;

interface WalkInProps {
  intake: IntakeFields;
  change: (part: Partial<IntakeFields>) => void;
}

/** In what state the car came in; signed with its date, and gone through again before it leaves. */
export function WalkIn({ intake, change }: WalkInProps) {
  const [open, setOpen] = useState(intake.walkIn === null);
  const [items, setItems] = useState<Items>(intake.walkIn?.items ?? UNCHECKED);
  const [signedBy, setSignedBy] = useState(intake.walkIn?.signedBy ?? '');
  const left = WALK_IN_ITEMS.filter((i) => items[i].state === 'unchecked').length;
  const set = (item: keyof Items, part: Partial<Items[keyof Items]>) =>
    setItems((all) => ({ ...all, [item]: { ...all[item], ...part } }));
  if (!open && intake.walkIn) {
    const faults = WALK_IN_ITEMS.filter((i) => intake.walkIn!.items[i].state === 'fault');
    return (
      <section className="intake-part" aria-label="Walk-in check">
        <h2 className="intake-title">Walk-in check</h2>
        <p>
          Signed by {intake.walkIn.signedBy} on{' '}
          <span className="num">{format(new Date(intake.walkIn.signedAt), 'yyyy-MM-dd HH:mm')}</span>.{' '}
          {faults.length === 0
            ? 'No fault was found.'
            : `Came in with: ${faults.map((f) => `${WALK_IN_WORDS[f].name.toLowerCase()}${intake.walkIn!.items[f].note ? ` (${intake.walkIn!.items[f].note})` : ''}`).join(', ')}.`}
        </p>
        <p className="quiet small">It is gone through again in the same order before the car leaves.</p>
        <Button variant="secondary" onClick={() => setOpen(true)}>
          Look at it again
        </Button>
      </section>
    );
  }
  return (
    <section className="intake-part" aria-label="Walk-in check">
      <h2 className="intake-title">Walk-in check</h2>
      <ul className="walk-in">
        {WALK_IN_ITEMS.map((item) => (
          <li key={item}>
            <span>
              <strong>{WALK_IN_WORDS[item].name}</strong>
              <span className="quiet small">{WALK_IN_WORDS[item].look}</span>
            </span>
            <span className="walk-states" role="radiogroup" aria-label={WALK_IN_WORDS[item].name}>
              {(['good', 'fault', 'absent'] as const).map((state) => (
                <button
                  key={state}
                  type="button"
                  role="radio"
                  aria-checked={items[item].state === state}
                  className={`toggle ${items[item].state === state ? `toggle-on toggle-${state}` : ''}`}
                  onClick={() => set(item, { state })}
                >
                  {STATE_WORDS[state]}
                </button>
              ))}
            </span>
            {items[item].state === 'fault' && (
              <Form.Control
                aria-label={`${WALK_IN_WORDS[item].name}: what is wrong`}
                placeholder="what exactly"
                maxLength={200}
                value={items[item].note}
                onChange={(e) => set(item, { note: e.target.value })}
              />
            )}
          </li>
        ))}
      </ul>
      <div className="walk-sign">
        <Form.Control
          aria-label="Signed by"
          placeholder="Signed by (bay or role)"
          maxLength={60}
          value={signedBy}
          onChange={(e) => setSignedBy(e.target.value)}
        />
        <Button
          disabled={left > 0 || signedBy.trim() === ''}
          onClick={() => {
            change({ walkIn: { items, signedBy: signedBy.trim(), signedAt: new Date().toISOString() } });
            setOpen(false);
          }}
        >
          Sign with today’s date
        </Button>
        {left > 0 && (
          <span className="quiet small">
            <span className="num">{left}</span> not looked at yet
          </span>
        )}
      </div>
    </section>
  );
}
