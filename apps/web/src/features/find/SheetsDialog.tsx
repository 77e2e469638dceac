import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Trash2 } from 'lucide-react';
import {
  type HarnessView,
  type HarnessWorkings,
  type JobOutline,
  mismatchesOf,
  placeOf,
  ROLE_WORD,
  channelName,
} from '@ulpen/core';
import { newId } from '../../api/new-id.ts';
import { addSheet } from '../../api/commands/add-sheet.ts';
import { chooseVariant } from '../../api/commands/choose-variant.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { useRemoval } from '../../api/use-removal.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { SheetForm } from './SheetForm.tsx';

interface SheetsDialogProps {
  job: JobOutline;
  view: HarnessView;
  workings: HarnessWorkings;
  onClose: () => void;
}

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
