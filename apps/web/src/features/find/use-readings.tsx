import { useState } from 'react';
import { type ReadingFields, unlikely } from '@ulpen/core';
import { addReadings } from '../../api/commands/add-readings.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { UnlikelyDialog } from './UnlikelyDialog.tsx';

/** Takes one reading; an unlikely value is asked about first. */
export function useTake(jobId: string) {
  const [asking, setAsking] = useState<{ reading: ReadingFields; done: () => void } | null>(null);
  const send = useCommand(addReadings);
  const take = (reading: ReadingFields, done: () => void) =>
    send.mutate({ jobId, readings: [{ ...reading, id: newId() }] }, { onSuccess: done });
  const ask = (reading: ReadingFields, done: () => void) => {
    if (unlikely(reading) && !reading.confirmed) setAsking({ reading, done });
    else take(reading, done);
  };
  const question = asking && (
    <UnlikelyDialog
      asks={unlikely(asking.reading)!}
      onCancel={() => setAsking(null)}
      onConfirm={() => {
        setAsking(null);
        take({ ...asking.reading, confirmed: true }, asking.done);
      }}
    />
  );
  return { ask, question, isPending: send.isPending };
}
