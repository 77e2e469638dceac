import { useState } from 'react';
import { type HarnessWorkings, type JobOutline, placeOf, type ReadingFields, unlikely } from '@ulpen/core';
import { changeIntake } from '../../api/commands/change-intake.ts';
import { addReadings } from '../../api/commands/add-readings.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { UnlikelyDialog } from './UnlikelyDialog.tsx';

/** Takes one reading; an unlikely value is asked about first. What is refused later is said with its place. */
export function useTake(
  { id: jobId, chapter, intake }: Pick<JobOutline, 'id' | 'chapter' | 'intake'>,
  workings: HarnessWorkings,
) {
  const [asking, setAsking] = useState<{ reading: ReadingFields; taken: () => void } | null>(null);
  const send = useCommand(addReadings, {
    failed: ({ readings: [r] }) =>
      `${r.entered} on ${placeOf(workings, ...[r.cavityId, r.otherCavityId].filter((id) => id !== null))} was not saved`,
  });
  const heavy = useCommand(changeIntake);
  const take = (reading: ReadingFields, taken: () => void) => {
    send.mutate({ jobId, chapter, readings: [{ ...reading, id: newId() }] });
    taken();
  };
  const ask = (reading: ReadingFields, taken: () => void) => {
    if (unlikely(reading, intake.nominalVolts) && !reading.confirmed) setAsking({ reading, taken });
    else take(reading, taken);
  };
  const question = asking && (
    <UnlikelyDialog
      asks={unlikely(asking.reading, intake.nominalVolts)!}
      onHeavy={() => {
        setAsking(null);
        heavy.mutate({ jobId, fields: { ...intake, nominalVolts: '24' } });
        take(asking.reading, asking.taken);
      }}
      onCancel={() => setAsking(null)}
      onConfirm={() => {
        setAsking(null);
        take({ ...asking.reading, confirmed: true }, asking.taken);
      }}
    />
  );
  return { ask, question };
}
