import { useParams } from 'react-router';
import { useFramedJob } from '../../api/framed-job.ts';
import { Bench } from './Bench.tsx';
import { FindStart } from './FindStart.tsx';
import { WithHarness } from './WithHarness.tsx';
import './find-entry.css';
import './find.css';
import './find-dialogs.css';
import './find-says.css';

/** What is on every cavity: the plug in hand on the left, what it comes to and what to do next on the right. */
export function FindPage() {
  const job = useFramedJob();
  const { connectorId } = useParams();
  return (
    <WithHarness jobId={job.id}>
      {(view) => {
        const connector = view.connectors.find((c) => c.id === connectorId) ?? view.connectors[0];
        return connector ? (
          <Bench job={job} view={view} connector={connector} />
        ) : (
          <FindStart job={job} view={view} />
        );
      }}
    </WithHarness>
  );
}
