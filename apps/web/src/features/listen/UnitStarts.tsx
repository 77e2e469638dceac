import { Button } from 'react-bootstrap';
import type { UnitFields } from '@ulpen/core';
import { addOutput } from '../../api/commands/add-output.ts';
import { addUnit } from '../../api/commands/add-unit.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { USUAL_NAME } from '../../ui/unit-words.ts';
import { blankOutput, type OutputStart, SYSTEM_STARTS } from './output-starts.ts';

/** For a job without units: the unit that drives the speakers with its usual outputs in one tap. */
export function UnitStarts({ jobId, onOne }: { jobId: string; onOne: () => void }) {
  const unit = useCommand(addUnit);
  const output = useCommand(addOutput);
  const addAll = async (kind: UnitFields['kind'], { places }: OutputStart) => {
    const { id } = await unit.mutateAsync({
      jobId,
      id: newId(),
      fields: { kind, name: USUAL_NAME[kind], location: '' },
    });
    // One after the other: their order in the list is the order of coming.
    for (const place of places)
      await output.mutateAsync({ jobId, unitId: id, id: newId(), fields: blankOutput(place) });
  };
  const busy = unit.isPending || output.isPending;
  return (
    <div className="output-starts">
      {SYSTEM_STARTS.map(({ kind, start }) => (
        <Button
          key={kind + start.name}
          variant="secondary"
          disabled={busy}
          onClick={() => void addAll(kind, start).catch(() => {})}
        >
          {USUAL_NAME[kind]}: {start.name.toLowerCase()}
        </Button>
      ))}
      <Button variant="secondary" disabled={busy} onClick={onOne}>
        Add a unit
      </Button>
    </div>
  );
}
