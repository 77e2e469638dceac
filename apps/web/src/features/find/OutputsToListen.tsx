import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { ArrowRight } from 'lucide-react';
import { Link } from 'react-router';
import { type OutputsFound, outputsFoundWords, pairName } from '@ulpen/core';
import { findOutputs } from '../../api/commands/find-outputs.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { useNotices } from '../../ui/notices-store.ts';

/** Takes what Find settled over into Listen, and says what stays out and why. */
export function OutputsToListen({ jobId, disabled }: { jobId: string; disabled: boolean }) {
  const [found, setFound] = useState<OutputsFound | null>(null);
  const tell = useNotices((s) => s.tell);
  const takeOver = useCommand(findOutputs);
  const onSuccess = (result: OutputsFound) => {
    if (result.leftOut.length > 0) setFound(result);
    else tell({ text: outputsFoundWords(result) });
  };
  return (
    <>
      <Button
        disabled={disabled || takeOver.isPending}
        onClick={() => takeOver.mutate({ jobId }, { onSuccess })}
      >
        Outputs to Listen <ArrowRight size={17} />
      </Button>
      {found && (
        <Dialog title="Outputs to Listen" onClose={() => setFound(null)} scrollable>
          <Modal.Body>
            <p>
              <strong>{outputsFoundWords(found)}</strong>
            </p>
            {[...found.added, ...found.joined].length > 0 && (
              <p className="quiet">{[...found.added, ...found.joined].map(pairName).join(', ')}</p>
            )}
            <h3 className="label">Left out</h3>
            <ul className="left-out">
              {found.leftOut.map(({ place, because }) => (
                <li key={place}>
                  <strong className="num">{place}</strong> {because}
                </li>
              ))}
            </ul>
          </Modal.Body>
          <Modal.Footer>
            <Button variant="secondary" onClick={() => setFound(null)}>
              Stay in Find
            </Button>
            <Link className="btn btn-primary" to={`/jobs/${jobId}/listen`}>
              Go to Listen
            </Link>
          </Modal.Footer>
        </Dialog>
      )}
    </>
  );
}
