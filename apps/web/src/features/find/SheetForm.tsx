import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import {
  type Completed,
  type HarnessView,
  type JobOutline,
  parseSheet,
  type ReadSheet,
  type SheetFields,
} from '@ulpen/core';
import { SheetGaps } from './SheetGaps.tsx';

interface SheetFormProps {
  job: JobOutline;
  view: HarnessView;
  busy: boolean;
  onAdd: (fields: SheetFields) => void;
}

const EXAMPLE =
  'plug\tpin\tbase\tpremium\tcolour\nC1\t5\tfront left +\tfront left woofer +\tLT BLU/YEL\nC1\t6\tfront left -\tfront left woofer -\tbrown';

/** A pin table taken in: as it was copied, with what could not be read completed in place. */
export function SheetForm({ job, view, busy, onAdd }: SheetFormProps) {
  const [name, setName] = useState(`Sheet ${view.sheets.length + 1}`);
  const [source, setSource] = useState('');
  const [text, setText] = useState('');
  const [completed, setCompleted] = useState<Completed>({});
  const plugs = view.connectors;
  const asPasted = useMemo(() => readSheet(text, plugs, {}), [text, plugs]);
  const read = useMemo(() => readSheet(text, plugs, completed), [text, plugs, completed]);
  const paste = (pasted: string) => {
    setText(pasted);
    setCompleted({});
  };
  const load = async (file: File | undefined) => {
    if (file) paste(await file.slice(0, 500_000).text());
  };
  const claims = read && 'claims' in read ? read.claims : [];
  return (
    <Form
      className="d-grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (claims.length > 0) onAdd({ name: name.trim() || 'Sheet', source, chosenVariant: null, claims });
      }}
    >
      <div className="claims-form-line">
        <Form.Group controlId="sheet-name">
          <Form.Label>Name</Form.Label>
          <Form.Control value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
        </Form.Group>
        <Form.Group controlId="sheet-source">
          <Form.Label>Where it is from</Form.Label>
          <Form.Control
            value={source}
            maxLength={200}
            placeholder="page, book, person"
            onChange={(e) => setSource(e.target.value)}
          />
        </Form.Group>
      </div>
      <Form.Group controlId="sheet-text">
        <Form.Label>
          Pin table as it was copied, columns in any order. Variants may stand below each other or side by
          side; disputed rows alone are enough.
        </Form.Label>
        <Form.Control
          as="textarea"
          rows={6}
          className="num claims-text"
          autoFocus
          placeholder={EXAMPLE}
          value={text}
          onChange={(e) => paste(e.target.value)}
        />
      </Form.Group>
      <div className="d-flex gap-2 flex-wrap align-items-center">
        <label className="btn btn-secondary">
          Load a CSV file
          <input
            type="file"
            hidden
            accept=".csv,.tsv,.txt,text/*"
            onChange={(e) => void load(e.target.files?.[0])}
          />
        </label>
        {view.simulation?.hasSheet && (
          <Button
            variant="secondary"
            onClick={() =>
              void fetch(`/api/v1/jobs/${job.id}/simulation/sheet`)
                .then((r) => r.text())
                .then((t) => {
                  paste(t);
                  setSource('found online, about the practice car');
                })
            }
          >
            Pin table found online
          </Button>
        )}
        <Button type="submit" disabled={busy || claims.length === 0}>
          Take in {claims.length > 0 ? `${claims.length} rows` : ''}
        </Button>
      </div>
      {read && 'fault' in read && (
        <p className="small claims-fault" role="status">
          {read.fault}
        </p>
      )}
      {read && 'rows' in read && asPasted && 'rows' in asPasted && (
        <>
          <p className="small" role="status">
            {summary(read)}
          </p>
          <SheetGaps
            rows={asPasted.rows.filter((r) => r.gaps.length > 0)}
            now={read.rows}
            completed={completed}
            onComplete={(key, cell, said) =>
              setCompleted((c) => ({ ...c, [key]: { ...c[key], [cell]: said } }))
            }
          />
        </>
      )}
    </Form>
  );
}

/** What was understood, with the variants by name. */
function summary({ rows, claims, variants }: ReadSheet): string {
  const named = variants.filter(Boolean);
  const left = rows.filter((r) => r.claim === null).length;
  return [
    `${claims.length} of ${rows.length} rows understood`,
    named.length > 0 && `variants ${named.join(', ')}`,
    left > 0 && `${left} still ${left === 1 ? 'needs' : 'need'} what is missing below`,
  ]
    .filter(Boolean)
    .join(', ')
    .concat('.');
}

function readSheet(
  text: string,
  plugs: HarnessView['connectors'],
  completed: Completed,
): ReadSheet | { fault: string } | null {
  if (text.trim() === '') return null;
  try {
    return parseSheet(text, plugs, completed);
  } catch (error) {
    return { fault: (error as Error).message };
  }
}
