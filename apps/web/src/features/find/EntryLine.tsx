import { forwardRef, useEffect } from 'react';
import { Button } from 'react-bootstrap';
import {
  conditionWords,
  type Connector,
  isSimulated,
  kindOf,
  type Observation,
  parseEntry,
} from '@ulpen/core';
import { CavityChip } from '../../ui/CavityChip.tsx';
import type { CavityLook } from '../../ui/ConnectorFace.tsx';
import { ColourPalette } from './ColourPalette.tsx';
import { withSource } from './entry-source.ts';
import { useFindStore } from './find-store.ts';
import type { Selection } from './selection.ts';

interface EntryLineProps {
  connector: Connector;
  at: Selection;
  looks: ReadonlyMap<string, CavityLook>;
  lock: string | null;
  measuring: boolean;
  onKeyDown: (event: React.KeyboardEvent<HTMLInputElement>) => void;
  onSave: (observation: Observation, entered: string) => void;
  /** null where there is no simulated car */
  onMeasure: (() => void) | null;
}

/** Where the value goes, the value, and what is made of it while it is typed. */
export const EntryLine = forwardRef<HTMLInputElement, EntryLineProps>(function EntryLine(
  { connector, at, looks, lock, measuring, onKeyDown, onSave, onMeasure },
  ref,
) {
  const { instrument, entry, begun, type, begin, walking, conditions, source, pairing, setPairing } =
    useFindStore();
  const kind = kindOf(instrument);
  const asks = kind.asks ?? kind.name;
  const read = entry.trim() === '' ? null : parseEntry(instrument, entry);
  const numberOf = (id: string | null) => connector.cavities.find((c) => c.id === id)?.number;
  const emptyEnd = connector.cavities.find((c) => c.empty && (c.id === at.first || c.id === at.second));
  const needsTwo = kind.acrossTwo === true && at.second === null;
  const step =
    conditions.balance !== 'centre' ? `balance ${conditions.balance}` : `fader ${conditions.fader}`;
  const numbers = [at.first, at.second].filter((id) => id !== null).map(numberOf);
  const here = `${connector.name}·${numbers.join('/')}, ${asks.toLowerCase()}, ${conditionWords(conditions)}`;
  useEffect(() => {
    if (entry !== '' && begun === null) begin(here);
  }, [entry, begun, begin, here]);
  // What changed under a value that was begun is said before it is saved.
  const moved = entry !== '' && begun !== null && begun !== here ? begun : null;
  const end = (id: string, sign: string) => (
    <span className="entry-end">
      <span className="entry-sign">{sign}</span>
      <CavityChip wire={looks.get(id)?.wire ?? null} />
      <span className="num">{numberOf(id)}</span>
    </span>
  );
  return (
    <div className={`entry ${read && 'fault' in read ? 'entry-fault' : ''}`}>
      <div className="entry-line">
        <span className="entry-what">
          {walking ? `Volts AC, ${step}` : asks} {at.second ? 'across' : kind.touches ? 'to ground' : 'on'}
        </span>
        {at.first && end(at.first, at.second ? '+' : '')}
        {at.second && end(at.second, '−')}
        <input
          ref={ref}
          className="entry-value num"
          aria-label={`${asks}: value`}
          aria-describedby="entry-says"
          placeholder={kind.hint}
          value={entry}
          disabled={lock !== null}
          autoComplete="off"
          spellCheck={false}
          onChange={(e) => type(e.target.value)}
          onKeyDown={onKeyDown}
        />
        <span className="unit num">{kind.unit}</span>
        {onMeasure && isSimulated(instrument) && (
          <Button variant="secondary" disabled={measuring || lock !== null || needsTwo} onClick={onMeasure}>
            Measure <kbd>M</kbd>
          </Button>
        )}
        <Button
          disabled={!read || 'fault' in read || lock !== null}
          onClick={() => {
            if (read && 'observation' in read)
              onSave(withSource(read.observation, source, entry), entry.trim());
          }}
        >
          Save <kbd>↵</kbd>
        </Button>
      </div>
      <p id="entry-says" className="entry-says" role="status">
        {lock ??
          (read && 'fault' in read
            ? read.fault
            : needsTwo
              ? 'Take a second cavity: Shift + arrow, or “second wire” and tap it.'
              : emptyEnd && kind.touches
                ? `Cavity ${emptyEnd.number} is marked empty: no reading is taken there. If there is a wire, change the plug first.`
                : '')}
      </p>
      {moved && !lock && (
        <p className="entry-moved" role="alert">
          You started typing this on {moved}; <kbd>Enter</kbd> saves it for {here}, <kbd>Esc</kbd> discards
          it.
        </p>
      )}
      {instrument === 'seen' && !lock && (
        <ColourPalette
          onPicked={() => {
            if (ref && 'current' in ref) ref.current?.focus();
          }}
        />
      )}
      <button
        type="button"
        className={`instrument touch-only ${pairing ? 'instrument-on' : ''}`}
        aria-pressed={pairing}
        onClick={() => setPairing(!pairing)}
      >
        second wire
      </button>
    </div>
  );
});
