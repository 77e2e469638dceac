import { useInfiniteQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { Button, Modal } from 'react-bootstrap';
import { eventWords, type JobEvent } from '@ulpen/core';
import { api } from '../../api/client.ts';
import { restorePart } from '../../api/commands/restore-part.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import './removed-dialog.css';

const PAGE = 50;

/** What happened to a job, newest first, with the way back where there is one. */
export function HistoryDialog({ jobId, onClose }: { jobId: string; onClose: () => void }) {
  const history = useInfiniteQuery({
    queryKey: ['events', jobId],
    queryFn: ({ pageParam }) =>
      api.get<JobEvent[]>(`/jobs/${jobId}/events?limit=${PAGE}${pageParam ? `&before=${pageParam}` : ''}`),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.length === PAGE ? last.at(-1)!.id : undefined),
  });
  const restore = useCommand(restorePart);
  const events = history.data?.pages.flat() ?? [];
  return (
    <Dialog title="History" onClose={onClose} size="lg" scrollable>
      <Modal.Body>
        {history.isPending && <p className="quiet">Opening …</p>}
        {history.isLoadingError && <p className="refused">{history.error.message}</p>}
        {history.data && events.length === 0 && (
          <p className="quiet">Nothing is on record: this job was made before history was kept.</p>
        )}
        <ul className="removed">
          {events.map((event) => (
            <li key={event.id}>
              <span className="history-what">
                <strong>{eventWords(event.did, event.subjects.length)}</strong>
                <span className="clip quiet">{event.name}</span>
              </span>
              <span className="quiet small">
                <span className="num">{format(new Date(event.serverAt), 'dd.MM. HH:mm')}</span>, {event.by}
              </span>
              {event.undo && (
                <Button
                  variant="secondary"
                  aria-label={`Undo: ${eventWords(event.did)} ${event.name}`}
                  disabled={restore.isPending}
                  onClick={() => restore.mutate({ jobId, restore: event.undo! })}
                >
                  Undo
                </Button>
              )}
            </li>
          ))}
        </ul>
        {history.hasNextPage && (
          <Button
            variant="secondary"
            disabled={history.isFetchingNextPage}
            onClick={() => void history.fetchNextPage()}
          >
            Earlier
          </Button>
        )}
      </Modal.Body>
    </Dialog>
  );
}
