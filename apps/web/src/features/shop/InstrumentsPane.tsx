import { useState } from 'react';
import { Link } from 'react-router';
import { formatDistanceToNow } from 'date-fns';
import { Button } from 'react-bootstrap';
import { CircleCheck, Pencil, Plus, TriangleAlert } from 'lucide-react';
import { type ShopInstrument, INSTRUMENT_WORD } from '@ulpen/core';
import { putInstrument } from '../../api/commands/put-instrument.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { useInstruments } from '../../api/shop-queries.ts';
import { InstrumentDialog } from './InstrumentDialog.tsx';
import './instruments.css';

/** What this shop measures with, and when each was last held against something known. */
export function InstrumentsPane() {
  const { data: all = [] } = useInstruments();
  const [editing, setEditing] = useState<ShopInstrument | 'new' | null>(null);
  return (
    <section aria-label="Instruments">
      <div className="pane-title">
        <h2>Instruments</h2>
        <span className="flex-fill" />
        <Button variant="quiet" onClick={() => setEditing('new')}>
          <Plus size={18} /> Add an instrument
        </Button>
      </div>
      {all.length === 0 ? (
        <p className="quiet small">
          Name your meters, level reducers and sound inputs. Every reading then says what it was made with,
          and if one turns out faulty, everything measured with it is found at once.
        </p>
      ) : (
        <ul className="instrument-list">
          {all.map((i) => (
            <InstrumentRow key={i.id} instrument={i} onEdit={() => setEditing(i)} />
          ))}
        </ul>
      )}
      {editing && (
        <InstrumentDialog instrument={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />
      )}
    </section>
  );
}

function InstrumentRow({ instrument, onEdit }: { instrument: ShopInstrument; onEdit: () => void }) {
  const put = useCommand(putInstrument);
  const { id, version, ...fields } = instrument;
  const { name, kind, checkedAt, bad } = fields;
  return (
    <li>
      <span>
        <strong>{name}</strong>
        <span className="small quiet">
          {INSTRUMENT_WORD[kind]},{' '}
          {checkedAt ? `checked ${formatDistanceToNow(new Date(checkedAt))} ago` : 'never checked'}
        </span>
        {bad && (
          <span className="small instrument-bad">
            <TriangleAlert size={15} aria-hidden /> faulty: {bad.because}
          </span>
        )}
      </span>
      <span className="instrument-buttons">
        <Button
          variant="quiet"
          title="Checked against a known reference: it reads right"
          onClick={() =>
            put.mutate({ id, version, fields: { ...fields, checkedAt: new Date().toISOString(), bad: null } })
          }
        >
          <CircleCheck size={18} /> Mark as checked
        </Button>
        <Link className="btn btn-quiet" to={`/shop/instruments/${id}`}>
          Measured with it
        </Link>
        <Button variant="quiet" aria-label={`Change ${name}`} title="Change" onClick={onEdit}>
          <Pencil size={18} />
        </Button>
      </span>
    </li>
  );
}
