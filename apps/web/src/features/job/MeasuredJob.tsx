import { Outlet } from 'react-router';
import { Button } from 'react-bootstrap';
import { useFramedJob } from '../../api/framed-job.ts';
import { useMeasuredJob, useMeasurements } from '../../api/queries.ts';
import { EmptyState } from '../../ui/EmptyState.tsx';

/** Around the stages that stand on what was measured: it comes once they are opened. */
export function MeasuredJob() {
  const outline = useFramedJob();
  const measurements = useMeasurements(outline.id);
  const job = useMeasuredJob(outline);
  if (job) return <Outlet context={job} />;
  if (measurements.isPending) return <p className="p-4 quiet">Opening the measurements …</p>;
  return (
    <EmptyState
      title="The measurements did not load"
      actions={<Button onClick={() => void measurements.refetch()}>Try again</Button>}
    >
      {measurements.error?.message}
    </EmptyState>
  );
}
