import { Link, useRouteError } from 'react-router';

/** Where a page cannot be shown: what happened and the way back. */
export function PageFault({ notFound = false }: { notFound?: boolean }) {
  const error = useRouteError();
  const detail = error instanceof Error ? error.message : 'The page could not be drawn.';
  return (
    <main className="p-5" style={{ maxWidth: '40rem' }}>
      <h1>{notFound ? 'There is no such page' : 'This page stopped working'}</h1>
      <p className="quiet my-3">
        {notFound ? 'The address may be mistyped.' : `${detail} Nothing that was saved is lost.`}
      </p>
      <Link to="/" className="btn btn-primary" reloadDocument={!notFound}>
        Go to the jobs
      </Link>
    </main>
  );
}
