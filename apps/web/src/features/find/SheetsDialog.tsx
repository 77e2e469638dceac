import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Trash2 } from 'lucide-react';
import {
  type HarnessView,
  type HarnessWorkings,
  type JobOutline,
  mismatchesOf,
  parseSheet,
  placeOf,
  ROLE_WORD,
  channelName,
  type SheetFields,
} from '@ulpen/core';
import { newId } from '../../api/new-id.ts';
import { addSheet } from '../../api/commands/add-sheet.ts';
import { chooseVariant } from '../../api/commands/choose-variant.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { useRemoval } from '../../api/use-removal.ts';
import { Dialog } from '../../ui/Dialog.tsx';

interface SheetsDialogProps {
  job: JobOutline;
  view: HarnessView;
  workings: HarnessWorkings;
  onClose: () => void;
}

const EXAMPLE = 'plug\tcavity\twire\tfunction\toption code\nC1\t5\tBU/YE\tfront left woofer +\t4F2';

/** What diagrams claim: pasted or loaded, scored against the readings, and where they are wrong. */
export function SheetsDialog({ job, view, workings, onClose }: SheetsDialogProps) {
  const [adding, setAdding] = useState(view.sheets.length === 0);
  const add = useCommand(addSheet);
  const choose = useCommand(chooseVariant);
  const { remove } = useRemoval(job.id);
  return (
    <Dialog title="Sheets and what they claim" onClose={onClose} size="lg">
      <Modal.Body className="d-grid gap-3">
        {workings.map.sheets.map(({ sheet: { id }, variants, none }) => {
          const sheet = view.sheets.find((s) => s.id === id)!;
          const best = [...variants].sort((a, b) => b.probability - a.probability)[0];
          const inUse = sheet.chosenVariant ?? best?.variant ?? '';
          const wrong = mismatchesOf(workings, id, inUse);
          return (
            <article key={id} className="claims">
              <div className="claims-head">
                <h3>{sheet.name}</h3>
                <span className="quiet small">{sheet.source}</span>
                <span className="flex-fill" />
                <Button
                  variant="quiet"
                  aria-label={`Remove ${sheet.name}`}
                  onClick={() => void remove(`/sheets/${sheet.id}`, sheet.name)}
                >
                  <Trash2 size={17} />
                </Button>
              </div>
              <table className="claims-variants">
                <thead>
                  <tr>
                    <th scope="col">Variant</th>
                    <th scope="col">believed</th>
                    <th scope="col">rows agree</th>
                    <th scope="col">disagree</th>
                    <td />
                  </tr>
                </thead>
                <tbody>
                  {variants.map((v) => (
                    <tr key={v.variant} className={v.variant === inUse ? 'variant-in-use' : ''}>
                      <th scope="row" className="num">
                        {v.variant || 'the only one'}
                      </th>
                      <td className="num">{Math.round(v.probability * 100)} %</td>
                      <td className="num">{v.agrees}</td>
                      <td className="num">{v.disagrees}</td>
                      <td>
                        <Button
                          variant="quiet"
                          disabled={choose.isPending}
                          onClick={() =>
                            choose.mutate({
                              jobId: job.id,
                              sheet,
                              variant: sheet.chosenVariant === v.variant ? null : v.variant,
                            })
                          }
                        >
                          {sheet.chosenVariant === v.variant ? 'let the readings choose' : 'use this'}
                        </Button>
                      </td>
                    </tr>
                  ))}
                  <tr>
                    <th scope="row" className="quiet">
                      none of them
                    </th>
                    <td className="num">{Math.round(none * 100)} %</td>
                    <td colSpan={3} />
                  </tr>
                </tbody>
              </table>
              {wrong.length > 0 ? (
                <details open={wrong.length < 6}>
                  <summary>
                    {wrong.length} rows {inUse && <>of {inUse}</>} are not as measured
                  </summary>
                  <ul className="claims-wrong">
                    {wrong.map(({ claim, found }) => (
                      <li key={claim.cavityId + found}>
                        <span className="num">{placeOf(workings, claim.cavityId)}</span> says{' '}
                        {claim.channel
                          ? channelName(claim.channel).toLowerCase()
                          : claim.role
                            ? ROLE_WORD[claim.role]
                            : ''}{' '}
                        {claim.sign ?? ''}; {found}
                      </li>
                    ))}
                  </ul>
                </details>
              ) : (
                <p className="quiet small">
                  Nothing measured so far speaks against {inUse ? `variant ${inUse}` : 'it'}.
                </p>
              )}
            </article>
          );
        })}
        {adding ? (
          <SheetForm
            job={job}
            view={view}
            busy={add.isPending}
            onAdd={(fields) =>
              add.mutate(
                { jobId: job.id, fields: { ...fields, id: newId() } },
                { onSuccess: () => setAdding(false) },
              )
            }
          />
        ) : (
          <Button variant="secondary" onClick={() => setAdding(true)}>
            Another sheet
          </Button>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="secondary" onClick={onClose}>
          Close
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}

interface SheetFormProps {
  job: JobOutline;
  view: HarnessView;
  busy: boolean;
  onAdd: (fields: SheetFields) => void;
}

function SheetForm({ job, view, busy, onAdd }: SheetFormProps) {
  const [name, setName] = useState(`Sheet ${view.sheets.length + 1}`);
  const [source, setSource] = useState('');
  const [text, setText] = useState('');
  const read = text.trim() === '' ? null : readSheet(text, view);
  const load = async (file: File | undefined) => {
    if (file) setText(await file.slice(0, 500_000).text());
  };
  return (
    <Form
      className="d-grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (read && read.claims.length > 0)
          onAdd({ name: name.trim() || 'Sheet', source, chosenVariant: null, claims: read.claims });
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
          Pin table: plug, cavity, wire, function, option code. Disputed rows alone are enough.
        </Form.Label>
        <Form.Control
          as="textarea"
          rows={6}
          className="num claims-text"
          autoFocus
          placeholder={EXAMPLE}
          value={text}
          onChange={(e) => setText(e.target.value)}
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
                  setText(t);
                  setSource('found online, about the practice car');
                })
            }
          >
            Pin table found online
          </Button>
        )}
        <Button type="submit" disabled={busy || !read || read.claims.length === 0}>
          Take in {read && read.claims.length > 0 ? `${read.claims.length} rows` : ''}
        </Button>
      </div>
      {read && (
        <div className="small" role="status">
          {read.claims.length > 0 && (
            <p>
              {read.claims.length} rows understood
              {read.variants.filter(Boolean).length > 0 && (
                <>, variants {read.variants.filter(Boolean).join(', ')}</>
              )}
              .
            </p>
          )}
          {read.faults.slice(0, 6).map((f) => (
            <p key={`${f.line} ${f.message}`} className="claims-fault">
              Line <span className="num">{f.line}</span>: {f.message}
            </p>
          ))}
          {read.faults.length > 6 && (
            <p className="claims-fault">and {read.faults.length - 6} more lines left out</p>
          )}
        </div>
      )}
    </Form>
  );
}

function readSheet(text: string, view: HarnessView): ReturnType<typeof parseSheet> {
  try {
    return parseSheet(text, view.connectors);
  } catch (error) {
    return { claims: [], variants: [], faults: [{ line: 0, message: (error as Error).message }] };
  }
}
