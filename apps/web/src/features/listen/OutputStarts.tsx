import { Button } from 'react-bootstrap';
import type { Pair, UnitView } from '@ulpen/core';
import { api } from '../../api/client.ts';
import { useJobChange } from '../../api/queries.ts';
import { blankOutput, OUTPUT_STARTS } from './output-starts.ts';

/** For a unit without outputs: a usual set in one tap, or one by one. */
export function OutputStarts({ jobId, unit, onOne }: { jobId: string; unit: UnitView; onOne: () => void }) {
  const add = useJobChange(jobId, async (start: (typeof OUTPUT_STARTS)[number]) => {
    // One after the other: their order in the list is the order of coming.
    for (const place of start.places) await api.post<Pair>(`/units/${unit.id}/pairs`, blankOutput(place));
  });
  return (
    <div className="output-starts">
      <p className="quiet">No outputs yet. Start with a usual set and correct it, or add them one by one.</p>
      {OUTPUT_STARTS.map((start) => (
        <Button
          key={start.name}
          variant="secondary"
          disabled={add.isPending}
          onClick={() => add.mutate(start)}
        >
          {start.name}
        </Button>
      ))}
      <Button variant="secondary" onClick={onOne}>
        One output …
      </Button>
    </div>
  );
}
