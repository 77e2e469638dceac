import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { type JobView, type MapDifference, pairName, type PairView } from '@ulpen/core';
import { changeOutput } from '../api/commands/change-output.ts';
import { useCommand } from '../api/commands/use-command.ts';
import { useMapDifferences } from '../api/harness.ts';
import { outputFields } from './output-fields.ts';
import './map-differences.css';

/** Where Find's map says something else than an output, with the way to take its word. Nothing where they agree. */
export function MapDifferences({ job, pair }: { job: JobView; pair: PairView }) {
  const differences = useMapDifferences(job).filter((d) => d.pairId === pair.id);
  const change = useCommand(changeOutput);
  const before = outputFields(pair);
  const take = ({ take: word }: MapDifference) =>
    change.mutate({
      jobId: job.id,
      pairId: pair.id,
      version: pair.version,
      fields: { ...before, ...word },
      before,
    });
  return differences.map((difference) => (
    <p key={difference.kind} className="look-again map-difference" role="status">
      <span>
        <strong>{pairName(pair)} is not as Find has it.</strong> {difference.says}
      </span>
      {difference.take ? (
        <Button
          variant="secondary"
          className="no-print"
          disabled={change.isPending}
          onClick={() => take(difference)}
        >
          Take it from the map
        </Button>
      ) : (
        <Link className="btn btn-secondary no-print" to={`/jobs/${job.id}/find`}>
          Look in Find
        </Link>
      )}
    </p>
  ));
}

/** A word in a list: this output is not as Find has it. */
export function DiffersTag({ job, pairId }: { job: JobView; pairId: string }) {
  const differs = useMapDifferences(job).some((d) => d.pairId === pairId);
  return differs ? <span className="differs">not as in Find</span> : null;
}
