import { useRef, useState } from 'react';
import { api, ApiProblem } from '../../api/client.ts';
import { useJobChange } from '../../api/queries.ts';
import { useNotices } from '../../ui/notices-store.ts';

/**
 * A part of a job as it is shown and changed: every change is saved at once, on the newest version; what somebody else
 * changed meanwhile is kept where it is another field.
 */
export function useSavedAtOnce<T extends { version: number }>(jobId: string, path: string, start: T) {
  const tell = useNotices((s) => s.tell);
  const [draft, setDraft] = useState<T>(start);
  const version = useRef(start.version);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const save = useJobChange(
    jobId,
    async ({ part, all }: { part: Partial<T>; all: T }) => {
      const send = (fields: T) =>
        api.put<T>(`/jobs/${jobId}/${path}`, { ...fields, version: version.current });
      try {
        return await send(all);
      } catch (error) {
        if (!(error instanceof ApiProblem) || error.status !== 409) throw error;
        const theirs = error.problem.current as T;
        version.current = theirs.version;
        const merged = { ...theirs, ...part };
        setDraft(merged);
        return send(merged);
      }
    },
    true,
  );
  const change = (part: Partial<T>) => {
    const all = { ...draft, ...part };
    setDraft(all);
    // One after the other, so that two quick clicks do not meet on one version.
    queue.current = queue.current.then(() =>
      save
        .mutateAsync({ part, all })
        .then((saved) => (version.current = saved.version))
        .catch((error: Error) => tell({ tone: 'wrong', text: error.message })),
    );
  };
  return { draft, change };
}
