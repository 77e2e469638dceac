import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { Contradiction, HarnessView } from '@ulpen/core';
import { chooseVariant } from '../../api/commands/choose-variant.ts';
import { useCommand } from '../../api/commands/use-command.ts';

interface DoesNotFitProps {
  misfits: Contradiction[];
  view: HarnessView;
  jobId: string;
  onGo: (cavityIds: readonly string[]) => void;
  onWithdraw: (readingId: string) => void;
}

const SHOWN = 3;

/** What contradicts what, each with the way to settle it. */
export function DoesNotFit({ misfits, view, jobId, onGo, onWithdraw }: DoesNotFitProps) {
  const [all, setAll] = useState(false);
  const choose = useCommand(chooseVariant);
  if (misfits.length === 0) return null;
  return (
    <section className="misfits" aria-label="Does not fit">
      <h2 className="label">
        Does not fit <span className="num">{misfits.length}</span>
      </h2>
      {(all ? misfits : misfits.slice(0, SHOWN)).map((m) => {
        const sheet = m.variant && view.sheets.find((s) => s.id === m.variant!.sheetId);
        return (
          <article key={`${m.kind} ${m.title}`} className={`misfit misfit-${m.kind}`}>
            <h3>{m.title}</h3>
            <p>{m.text}</p>
            <div className="d-flex gap-2 flex-wrap">
              {sheet && m.variant && (
                <Button
                  variant="secondary"
                  disabled={choose.isPending}
                  onClick={() => choose.mutate({ jobId, sheet, variant: m.variant!.name })}
                >
                  Use {m.variant.name}
                </Button>
              )}
              <Button variant="secondary" onClick={() => onGo(m.cavityIds)}>
                Go there
              </Button>
              {m.readingId && (
                <Button variant="secondary" onClick={() => onWithdraw(m.readingId!)}>
                  Withdraw it
                </Button>
              )}
            </div>
          </article>
        );
      })}
      {!all && misfits.length > SHOWN && (
        <button type="button" className="btn btn-quiet" onClick={() => setAll(true)}>
          {misfits.length - SHOWN} more
        </button>
      )}
    </section>
  );
}
