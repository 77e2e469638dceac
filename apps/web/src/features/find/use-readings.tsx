import { useState } from 'react';
import { type HarnessWorkings, type JobOutline, placeOf, type ReadingFields, unlikely } from '@ulpen/core';
import { addReadings } from '../../api/commands/add-readings.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { UnlikelyDialog } from './UnlikelyDialog.tsx';

/** Takes one reading; an unlikely value is asked about first. What is refused later is said with its place. */
export function useTake(
  { id: jobId, chapter }: Pick<JobOutline, 'id' | 'chapter'>,
  workings: HarnessWorkings,
) {
  const [asking, setAsking] = useState<{ reading: ReadingFields; taken: () => void } | null>(null);
  const send = useCommand(addReadings, {
    failed: ({ readings: [r] }) =>
      `${r.entered} on ${placeOf(workings, ...[r.cavityId, r.otherCavityId].filter((id) => id !== null))} was not saved`,
  });
  const take = (reading: ReadingFields, taken: () => void) => {
    send.mutate({ jobId, chapter, readings: [{ ...reading, id: newId() }] });
    taken();
  };
  const ask = (reading: ReadingFields, taken: () => void) => {
    if (unlikely(reading) && !reading.confirmed) setAsking({ reading, taken });
    else take(reading, taken);
  };
  const question = asking && (
    <UnlikelyDialog
      asks={unlikely(asking.reading)!}
      onCancel={() => setAsking(null)}
      onConfirm={() => {
        setAsking(null);
        take({ ...asking.reading, confirmed: true }, asking.taken);
      }}
    />
  );
  return { ask, question };
}
