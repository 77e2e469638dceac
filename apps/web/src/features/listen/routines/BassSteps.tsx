import { Link } from 'react-router';
import { type JobBehaviour, type JobView, type PairView, tellsOfFactory } from '@ulpen/core';
import { BassTable } from '../findings/BassTable.tsx';

/** How bass went from step to step, and the way to its curves. */
export function BassSteps({
  job,
  behaviour,
  pair,
}: {
  job: JobView;
  behaviour: JobBehaviour;
  pair: PairView;
}) {
  const bass = behaviour.pairs.find((p) => p.pairId === pair.id)?.bass;
  if (!bass) return null;
  const captures = pair.captures.filter(tellsOfFactory).map((c) => c.id);
  return (
    <>
      <BassTable bass={bass} />
      {bass.steps.length > 1 && (
        <Link
          className="small d-inline-block py-1"
          to={`/jobs/${job.id}/listen/overlay?c=${captures.join(',')}`}
        >
          Overlay its curves
        </Link>
      )}
    </>
  );
}
