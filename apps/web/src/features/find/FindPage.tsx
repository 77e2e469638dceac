import { useParams } from 'react-router';
import { Button } from 'react-bootstrap';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { useFramedJob } from '../job/JobFrame.tsx';
import { Bench } from './Bench.tsx';
import { FindStart } from './FindStart.tsx';
import { useHarness } from './use-find.ts';
import './find.css';
import './find-dialogs.css';
import './find-says.css';

/** What is on every cavity: the plug in hand on the left, what it comes to and what to do next on the right. */
export function FindPage() {
  const job = useFramedJob();
  const { connectorId } = useParams();
  const harness = useHarness(job.id);
  if (harness.isPending) return <p className="p-4 quiet">Opening the plugs …</p>;
  if (harness.isError) {
    return (
      <EmptyState
        title="The plugs did not come"
        actions={<Button onClick={() => void harness.refetch()}>Try again</Button>}
      >
        {harness.error.message}
      </EmptyState>
    );
  }
  const view = harness.data;
  const connector = view.connectors.find((c) => c.id === connectorId) ?? view.connectors[0];
  if (!connector) return <FindStart job={job} view={view} />;
  return <Bench job={job} view={view} connector={connector} />;
}
