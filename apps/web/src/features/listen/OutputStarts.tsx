import { Button } from 'react-bootstrap';
import type { UnitView } from '@ulpen/core';
import { addOutput } from '../../api/commands/add-output.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { blankOutput, OUTPUT_STARTS } from './output-starts.ts';

/** For a unit without outputs: a usual set in one tap, or one by one. */
export function OutputStarts({ jobId, unit, onOne }: { jobId: string; unit: UnitView; onOne: () => void }) {
  const add = useCommand(addOutput);
  // One after the other: their order in the list is the order of coming.
  const addAll = async (start: (typeof OUTPUT_STARTS)[number]) => {
    for (const place of start.places)
      await add.mutateAsync({ jobId, unitId: unit.id, id: newId(), fields: blankOutput(place) });
  };
  return (
    <div className="output-starts">
      <p className="quiet">No outputs yet. Start with a usual set and correct it, or add them one by one.</p>
      {OUTPUT_STARTS.map((start) => (
        <Button
          key={start.name}
          variant="secondary"
          disabled={add.isPending}
          onClick={() => void addAll(start).catch(() => {})}
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
