import { Link } from 'react-router';
import { EmptyState } from '../../ui/EmptyState.tsx';

/** Where a view of Listen has nothing to show yet: what it will show, and the way to begin. */
export function NoOutputs({
  jobId,
  title,
  action,
  children,
}: {
  jobId: string;
  title: string;
  action: string;
  children: React.ReactNode;
}) {
  return (
    <EmptyState
      title={title}
      actions={
        <Link className="btn btn-primary" to={`/jobs/${jobId}/listen`}>
          {action}
        </Link>
      }
    >
      {children}
    </EmptyState>
  );
}
