import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { HarnessView, JobOutline } from '@ulpen/core';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { UnitDialog } from '../../ui/UnitDialog.tsx';
import { ConnectorDialog } from './ConnectorDialog.tsx';
import { CopyDialog } from './CopyDialog.tsx';
import { PlugsInFront } from './PlugsInFront.tsx';

/** Nothing drawn yet: the first plug, from its shape, from a template or from another job. */
export function FindStart({ job, view }: { job: JobOutline; view: HarnessView }) {
  const [dialog, setDialog] = useState<'unit' | 'plug' | 'copy' | null>(null);
  const close = () => setDialog(null);
  const [unit] = job.units;
  return (
    <main className="find-start">
      {!unit ? (
        <EmptyState
          title="Which unit is in front of you?"
          actions={
            <Button autoFocus onClick={() => setDialog('unit')}>
              Add a unit
            </Button>
          }
        >
          The factory radio, the amplifier, a factory subwoofer or another module. Then its plugs, one by one.
        </EmptyState>
      ) : (
        <EmptyState
          title="Draw the first plug"
          actions={
            <>
              <Button autoFocus onClick={() => setDialog('plug')}>
                Add a plug
              </Button>
              <Button variant="secondary" onClick={() => setDialog('copy')}>
                Copy from another job
              </Button>
            </>
          }
        >
          Count rows and cavities, see where the latch is and where 1 is, and which cavities are empty.
          Everything else comes from the readings.
        </EmptyState>
      )}
      {view.simulation && <PlugsInFront simulation={view.simulation} />}
      {dialog === 'unit' && <UnitDialog jobId={job.id} unit={null} onClose={close} />}
      {dialog === 'plug' && unit && (
        <ConnectorDialog job={job} view={view} connector={null} onClose={close} />
      )}
      {dialog === 'copy' && unit && <CopyDialog job={job} onClose={close} />}
    </main>
  );
}
