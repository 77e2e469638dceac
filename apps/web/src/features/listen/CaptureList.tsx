import { useState } from 'react';
import { Link } from 'react-router';
import { Button } from 'react-bootstrap';
import { Pin, PinOff } from 'lucide-react';
import { format } from 'date-fns';
import { type Capture, chooseCapture, livePin, madeWithWords, type PairView } from '@ulpen/core';
import { pinCapture } from '../../api/commands/pin-capture.ts';
import { restoreCapture } from '../../api/commands/restore-capture.ts';
import { unpinCapture } from '../../api/commands/unpin-capture.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { withdrawCapture } from '../../api/commands/withdraw-capture.ts';
import { bandEdges, classWord } from '../../ui/bands-words.ts';
import { useFramedMeasuredJob } from '../../api/framed-job.ts';
import { OfChapter } from '../../ui/OfChapter.tsx';
import { PinDialog } from './PinDialog.tsx';

/**
 * All captures of an output, newest first, with the one that counts and why. One that was a mistake is withdrawn,
 * never erased; one that would not count by itself can be pinned.
 */
export function CaptureList({ pair, shownId }: { pair: PairView; shownId: string | null }) {
  const job = useFramedMeasuredJob();
  const [pinning, setPinning] = useState<Capture | null>(null);
  const choice = chooseCapture(job, pair);
  const withdraw = useCommand(withdrawCapture);
  const restore = useCommand(restoreCapture);
  const pin = useCommand(pinCapture);
  const unpin = useCommand(unpinCapture);
  const which = ({ id }: Capture) => ({ jobId: job.id, captureId: id });
  const stands = (capture: Capture) =>
    capture.withdrawnAt
      ? 'withdrawn'
      : capture.id === choice.capture?.id
        ? livePin(capture)
          ? 'counts, pinned'
          : 'counts'
        : (choice.others.get(capture.id) ?? '');
  return (
    <section className="captures" aria-label="Captures">
      <h3 className="label">Captures</h3>
      <p className="small m-0">{choice.says}</p>
      <ul>
        {pair.captures.map((capture) => (
          <li
            key={capture.id}
            className={`${capture.withdrawnAt ? 'capture-withdrawn' : ''} ${capture.id === shownId ? 'capture-shown' : ''} ${capture.id === choice.capture?.id ? 'capture-counts' : ''}`}
          >
            <Link
              to={`?capture=${capture.id}`}
              replace
              aria-current={capture.id === shownId ? 'true' : undefined}
            >
              <span className="num">{capture.volumeStep === null ? '–' : `step ${capture.volumeStep}`}</span>
              <span className="clip">
                {classWord(capture.analysis)} <span className="num">{bandEdges(capture.analysis)}</span>
              </span>
              <span className="small quiet">
                <span className="capture-stands">{stands(capture)}</span>,{' '}
                <span className="num">{format(new Date(capture.importedAt), 'dd.MM. HH:mm')}</span>
                {capture.madeWith?.length ? `, ${madeWithWords(capture.madeWith)}` : ''}
              </span>
            </Link>
            <OfChapter jobId={job.id} kind="captures" record={capture} />
            {capture.withdrawnAt ? (
              <Button variant="quiet" onClick={() => restore.mutate(which(capture))}>
                Restore
              </Button>
            ) : (
              <>
                {capture.chapter !== 'before' ? null : livePin(capture) ? (
                  <Button
                    variant="quiet"
                    aria-label="Unpin"
                    title="Unpin"
                    onClick={() => unpin.mutate({ ...which(capture), because: livePin(capture)!.because })}
                  >
                    <PinOff size={16} />
                  </Button>
                ) : (
                  <Button variant="quiet" aria-label="Pin" title="Pin" onClick={() => setPinning(capture)}>
                    <Pin size={16} />
                  </Button>
                )}
                <Button variant="quiet" onClick={() => withdraw.mutate(which(capture))}>
                  Withdraw
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
      {pinning && (
        <PinDialog
          busy={pin.isPending}
          onClose={() => setPinning(null)}
          onPin={(because) =>
            pin.mutate({ ...which(pinning), because }, { onSuccess: () => setPinning(null) })
          }
        />
      )}
    </section>
  );
}
