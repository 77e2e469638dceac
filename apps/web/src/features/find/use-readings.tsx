import { useState } from 'react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import {
  type Conditions,
  type HarnessView,
  type Reading,
  type ReadingFields,
  type SimulatedProbe,
  unlikely,
} from '@ulpen/core';
import { api, ApiProblem } from '../../api/client.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { UnlikelyDialog } from './UnlikelyDialog.tsx';

/** Puts readings into the record that the page holds, without fetching all of it again. */
function useRecord(jobId: string) {
  const queries = useQueryClient();
  return (changed: readonly Reading[]) => {
    queries.setQueryData<HarnessView>(['harness', jobId], (view) => {
      if (!view) return view;
      const known = new Map(changed.map((r) => [r.id, r]));
      const kept = view.readings.map((r) => known.get(r.id) ?? r);
      const fresh = changed.filter((r) => !view.readings.some((v) => v.id === r.id));
      return { ...view, readings: [...kept, ...fresh] };
    });
    void queries.invalidateQueries({ queryKey: ['job', jobId] });
  };
}

function useTold() {
  const tell = useNotices((s) => s.tell);
  return (error: Error) =>
    tell({
      tone: 'wrong',
      text:
        error instanceof ApiProblem
          ? (error.problem.errors?.[0]?.message ?? error.message)
          : 'That did not work. Try again.',
    });
}

/** Takes one reading; an unlikely value is asked about first. */
export function useTake(jobId: string) {
  const record = useRecord(jobId);
  const told = useTold();
  const [asking, setAsking] = useState<{ reading: ReadingFields; done: () => void } | null>(null);
  const send = useMutation({
    mutationFn: (readings: ReadingFields[]) => api.post<Reading[]>(`/jobs/${jobId}/readings`, { readings }),
    onSuccess: record,
    onError: told,
  });
  const ask = (reading: ReadingFields, done: () => void) => {
    if (unlikely(reading) && !reading.confirmed) setAsking({ reading, done });
    else send.mutate([reading], { onSuccess: done });
  };
  const question = asking && (
    <UnlikelyDialog
      asks={unlikely(asking.reading)!}
      onCancel={() => setAsking(null)}
      onConfirm={() => {
        setAsking(null);
        send.mutate([{ ...asking.reading, confirmed: true }], { onSuccess: asking.done });
      }}
    />
  );
  return { ask, question, isPending: send.isPending };
}

/** One probe of the simulated car. */
export function useProbe(jobId: string) {
  const record = useRecord(jobId);
  return useMutation({
    mutationFn: (
      probe: Omit<SimulatedProbe, 'instrument'> & { instrument: string; conditions: Conditions },
    ) => api.post<Reading>(`/jobs/${jobId}/simulation/probes`, probe),
    onSuccess: (reading) => record([reading]),
    onError: useTold(),
  });
}

/** Withdraws a reading, or takes the withdrawal back; the record keeps both. */
export function useWithdraw(jobId: string) {
  const record = useRecord(jobId);
  const tell = useNotices((s) => s.tell);
  const told = useTold();
  const change = useMutation({
    mutationFn: ({ reading, withdrawn }: { reading: Reading; withdrawn: boolean }) =>
      api.post<Reading>(`/readings/${reading.id}/${withdrawn ? 'withdraw' : 'restore'}`),
    onSuccess: (reading, { withdrawn }) => {
      record([reading]);
      if (withdrawn)
        tell({
          text: `Withdrawn: ${reading.entered || 'the last reading'}. It stays in the record.`,
          undo: () => change.mutate({ reading, withdrawn: false }),
        });
    },
    onError: told,
  });
  return change;
}

/** Many readings at once, as pasted. */
export function useTakeMany(jobId: string) {
  const record = useRecord(jobId);
  return useMutation({
    mutationFn: (readings: ReadingFields[]) => api.post<Reading[]>(`/jobs/${jobId}/readings`, { readings }),
    onSuccess: record,
  });
}
