import { Link } from 'react-router';
import { INSTRUMENT_WORD, type InstrumentKind } from '@ulpen/core';
import { useInstruments } from '../api/shop-queries.ts';
import { useInHandStore } from './in-hand-store.ts';
import './in-hand.css';

interface InHandProps {
  kinds: readonly InstrumentKind[];
}

/** Which instruments are in hand, so that every record says what it was made with. Nothing, where the shop has none. */
export function InHand({ kinds }: InHandProps) {
  const { ids, take } = useInHandStore();
  const all = useInstruments().data ?? [];
  const offered = kinds.filter((kind) => all.some((i) => i.kind === kind));
  const bad = all.find((i) => i.bad && offered.includes(i.kind) && ids[i.kind] === i.id);
  if (offered.length === 0) return null;
  return (
    <div className="in-hand" role="group" aria-label="Instruments in hand">
      {offered.map((kind) => (
        <label key={kind}>
          <span>{INSTRUMENT_WORD[kind]}</span>
          <select
            className="form-select"
            value={all.some((i) => i.id === ids[kind]) ? ids[kind] : ''}
            onChange={(e) => take(kind, e.target.value || null)}
          >
            <option value="">not noted</option>
            {all
              .filter((i) => i.kind === kind)
              .map((i) => (
                <option key={i.id} value={i.id}>
                  {i.name}
                  {i.bad ? ' (faulty)' : ''}
                </option>
              ))}
          </select>
        </label>
      ))}
      {bad && (
        <span className="look-again" role="status">
          {bad.name} is faulty: {bad.bad!.because}. <Link to={`/shop/instruments/${bad.id}`}>Details</Link>
        </span>
      )}
    </div>
  );
}
