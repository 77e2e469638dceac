import { Link } from 'react-router';
import { Button } from 'react-bootstrap';
import { format } from 'date-fns';
import { type Capture, captureInForce, type PairView } from '@ulpen/core';
import { api } from '../../api/client.ts';
import { useJobChange } from '../../api/queries.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { bandEdges, classWord } from '../../ui/bands-words.ts';
import { useFramedJob } from '../job/JobFrame.tsx';

/** All captures of an output, newest first. One that was a mistake is withdrawn, never erased. */
export function CaptureList({ pair, shownId }: { pair: PairView; shownId: string | null }) {
  const job = useFramedJob();
  const tell = useNotices((s) => s.tell);
  const inForce = captureInForce(pair)?.id;
  const restore = useJobChange(job.id, (id: string) => api.post<Capture>(`/captures/${id}/restore`));
  const withdraw = useJobChange(job.id, (id: string) => api.post<Capture>(`/captures/${id}/withdraw`));
  return (
    <section className="captures" aria-label="Captures">
      <h3 className="label">Captures</h3>
      <ul>
        {pair.captures.map((capture) => (
          <li
            key={capture.id}
            className={`${capture.withdrawnAt ? 'capture-withdrawn' : ''} ${capture.id === shownId ? 'capture-shown' : ''}`}
          >
            <Link
              to={`?capture=${capture.id}`}
              replace
              aria-current={capture.id === shownId ? 'true' : undefined}
            >
              <span className="num small">{format(new Date(capture.importedAt), 'dd.MM. HH:mm')}</span>
              <span className="num">{capture.volumeStep === null ? '–' : `step ${capture.volumeStep}`}</span>
              <span className="clip">
                {classWord(capture.analysis)} <span className="num">{bandEdges(capture.analysis)}</span>
              </span>
              <span className="small quiet">
                {capture.withdrawnAt ? 'withdrawn' : capture.id === inForce ? 'in force' : 'kept'}
              </span>
            </Link>
            {capture.withdrawnAt ? (
              <Button variant="quiet" onClick={() => restore.mutate(capture.id)}>
                Restore
              </Button>
            ) : (
              <Button
                variant="quiet"
                onClick={() =>
                  withdraw.mutate(capture.id, {
                    onSuccess: () =>
                      tell({
                        text: 'Capture withdrawn; it stays in the record.',
                        undo: () => restore.mutate(capture.id),
                      }),
                  })
                }
              >
                Withdraw
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
