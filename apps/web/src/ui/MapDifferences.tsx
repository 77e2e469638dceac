import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import {
  type JobView,
  type MapDifference,
  type Pair,
  type PairFields,
  pairName,
  type PairView,
} from '@ulpen/core';
import { api } from '../api/client.ts';
import { useMapDifferences } from '../api/harness.ts';
import { useJobChange } from '../api/queries.ts';
import { useNotices } from './notices-store.ts';
import { outputFields } from './output-fields.ts';
import './map-differences.css';

/** Where Find's map says something else than an output, with the way to take its word. Nothing where they agree. */
export function MapDifferences({ job, pair }: { job: JobView; pair: PairView }) {
  const differences = useMapDifferences(job).filter((d) => d.pairId === pair.id);
  const tell = useNotices((s) => s.tell);
  const change = useJobChange(job.id, (body: PairFields & { version: number }) =>
    api.put<Pair>(`/pairs/${pair.id}`, body),
  );
  const before = outputFields(pair);
  const take = ({ take: word }: MapDifference) =>
    change.mutate(
      { ...before, ...word, version: pair.version },
      {
        onSuccess: ({ version }) =>
          tell({
            text: `${pairName({ ...pair, ...word })} is as the map has it.`,
            undo: () => change.mutate({ ...before, version }),
          }),
      },
    );
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
