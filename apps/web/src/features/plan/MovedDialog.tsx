import { Button, Modal } from 'react-bootstrap';
import { differencesOf, type JobView } from '@ulpen/core';
import { Dialog } from '../../ui/Dialog.tsx';
import { DifferenceList } from './DifferenceList.tsx';
import type { Keeping } from './use-keep.ts';

/** What was looked at is not what would be kept: both are known, and a person decides. */
export function MovedDialog({ job, keeping: { moved, keep, look } }: { job: JobView; keeping: Keeping }) {
  if (!moved) return null;
  const { seen, asked, now } = moved;
  const pairs = job.units.flatMap((u) => u.pairs);
  const { proposal } = now;
  return (
    <Dialog title="Changed in the meantime" onClose={look}>
      <Modal.Body>
        <p>Something changed since this plan was worked out, so it has not been kept. Worked out again:</p>
        <DifferenceList differences={differencesOf(seen, proposal, job.targets, pairs)} />
      </Modal.Body>
      <Modal.Footer>
        {proposal && (
          <Button
            variant="secondary"
            onClick={() => keep({ ...asked, fingerprint: now.fingerprint }, proposal)}
          >
            Keep the updated plan
          </Button>
        )}
        <Button autoFocus onClick={look}>
          Look at it first
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}
