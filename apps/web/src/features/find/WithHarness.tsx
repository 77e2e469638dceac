import { Button } from 'react-bootstrap';
import type { HarnessView } from '@ulpen/core';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { useHarness } from '../../api/harness.ts';

/** Plugs, readings and sheets of a job for what stands on them; until they are here, and when they do not come, words. */
export function WithHarness({
  jobId,
  children,
}: {
  jobId: string;
  children: (view: HarnessView) => React.ReactNode;
}) {
  const harness = useHarness(jobId);
  if (harness.isPending) return <p className="p-4 quiet">Opening the plugs …</p>;
  if (harness.isLoadingError) {
    return (
      <EmptyState
        title="The plugs did not load"
        actions={<Button onClick={() => void harness.refetch()}>Try again</Button>}
      >
        {harness.error.message}
      </EmptyState>
    );
  }
  return children(harness.data);
}
