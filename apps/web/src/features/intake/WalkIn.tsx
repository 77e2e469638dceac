import { useState } from 'react';
import { format } from 'date-fns';
import { Button, Form } from 'react-bootstrap';
import { type IntakeFields, WALK_IN_ITEMS, type WalkIn as WalkInType } from '@ulpen/core';
import { STATE_WORDS, WALK_IN_WORDS } from './intake-words.ts';

type Items = WalkInType['items'];

const UNCHECKED: Items = Object.fromEntries(
  WALK_IN_ITEMS.map((item) => [item, { state: 'unchecked', note: '' }]),
) as Items;

function faultsOf(check: WalkInType): string {
  const faults = WALK_IN_ITEMS.filter((item) => check.items[item].state === 'fault').map((item) => {
    const { note } = check.items[item];
    return `${WALK_IN_WORDS[item].name.toLowerCase()}${note ? ` (${note})` : ''}`;
  });
  return faults.length === 0 ? 'No fault was found.' : `With: ${faults.join(', ')}.`;
}

interface WalkInProps {
  intake: IntakeFields;
  change: (part: Partial<IntakeFields>) => void;
}

/** In what state the car came in; signed with its date, and gone through again before it leaves. */
export function WalkIn({ intake, change }: WalkInProps) {
  const last = intake.walkIns.at(-1) ?? null;
  const [open, setOpen] = useState(last === null);
  const [items, setItems] = useState<Items>(UNCHECKED);
  const [signedBy, setSignedBy] = useState(last?.signedBy ?? '');
  const left = WALK_IN_ITEMS.filter((i) => items[i].state === 'unchecked').length;
  const set = (item: keyof Items, part: Partial<Items[keyof Items]>) =>
    setItems((all) => ({ ...all, [item]: { ...all[item], ...part } }));
  if (!open && last) {
    return (
      <section className="intake-part" aria-label="Walk-in check">
        <h2 className="intake-title">Walk-in check</h2>
        {intake.walkIns.map((check) => (
          <p key={check.signedAt}>
            Signed by {check.signedBy} on{' '}
            <span className="num">{format(new Date(check.signedAt), 'yyyy-MM-dd HH:mm')}</span>.{' '}
            {faultsOf(check)}
          </p>
        ))}
        <p className="quiet small">
          A signed check stays as it is. The car is gone through again in the same order before it leaves.
        </p>
        <Button variant="secondary" onClick={() => setOpen(true)}>
          Go through it again
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
      {left > 0 && (
        <Button
          variant="secondary"
          className="walk-rest"
          onClick={() =>
            setItems(
              (all) =>
                Object.fromEntries(
                  WALK_IN_ITEMS.map((i) => [
                    i,
                    all[i].state === 'unchecked' ? { ...all[i], state: 'good' } : all[i],
                  ]),
                ) as Items,
            )
          }
        >
          {left === WALK_IN_ITEMS.length ? 'All checked: good' : 'The rest checked: good'}
        </Button>
      )}
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
            change({
              walkIns: [
                ...intake.walkIns,
                { items, signedBy: signedBy.trim(), signedAt: new Date().toISOString() },
              ],
            });
            setOpen(false);
          }}
        >
          Sign with today’s date
        </Button>
        {last && (
          <Button variant="secondary" onClick={() => setOpen(false)}>
            Cancel
          </Button>
        )}
        {left > 0 && (
          <span className="quiet small">
            <span className="num">{left}</span> not looked at yet
          </span>
        )}
      </div>
    </section>
  );
}
