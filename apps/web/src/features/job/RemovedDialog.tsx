import { useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { Button, Modal } from 'react-bootstrap';
import type { Removed } from '@ulpen/core';
import { api } from '../../api/client.ts';
import { useRemoval } from '../../api/use-removal.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import './removed-dialog.css';

const KIND_WORD: Record<Removed['kind'], string> = {
  unit: 'Unit',
  connector: 'Plug',
  output: 'Output',
  speaker: 'Speaker',
  target: 'Target',
  sheet: 'Sheet',
  plan: 'Plan',
  photo: 'Photo',
};

/** What was removed from a job, and the way back for each. */
export function RemovedDialog({ jobId, onClose }: { jobId: string; onClose: () => void }) {
  const removed = useQuery({
    queryKey: ['removed', jobId],
    queryFn: () => api.get<Removed[]>(`/jobs/${jobId}/removed`),
  });
  const { bringBack, isPending } = useRemoval(jobId);
  return (
    <Dialog title="Removed items" onClose={onClose} scrollable>
      <Modal.Body>
        {removed.isPending && <p className="quiet">Opening …</p>}
        {removed.isLoadingError && <p className="refused">{removed.error.message}</p>}
        {removed.data?.length === 0 && <p className="quiet">Nothing has been removed from this job.</p>}
        {removed.data && removed.data.length > 0 && (
          <p className="quiet">Each comes back with everything that was recorded on it.</p>
        )}
        <ul className="removed">
          {removed.data?.map((item) => (
            <li key={item.id}>
              <strong className="clip">{item.name}</strong>
              <span className="quiet small">
                {KIND_WORD[item.kind]}, removed{' '}
                <span className="num">{format(new Date(item.removedAt), 'dd.MM. HH:mm')}</span>
              </span>
              <Button
                variant="secondary"
                aria-label={`Bring back ${item.name}`}
                disabled={isPending}
                onClick={() => bringBack(item.restore)}
              >
                Bring back
              </Button>
            </li>
          ))}
        </ul>
      </Modal.Body>
    </Dialog>
  );
}
