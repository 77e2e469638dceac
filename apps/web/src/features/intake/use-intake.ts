import { useRef, useState } from 'react';
import type { Intake, IntakeFields, JobView } from '@ulpen/core';
import { api, ApiProblem } from '../../api/client.ts';
import { useJobChange } from '../../api/queries.ts';
import { useNotices } from '../../ui/notices-store.ts';

/**
 * The intake as it is shown and changed: every change is saved at once, on the newest version; what somebody else
 * changed meanwhile is kept where it is another field.
 */
export function useIntake(job: JobView) {
  const tell = useNotices((s) => s.tell);
  const [draft, setDraft] = useState<IntakeFields>(job.intake);
  const version = useRef(job.intake.version);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const save = useJobChange(
    job.id,
    async ({ part, all }: { part: Partial<IntakeFields>; all: IntakeFields }) => {
      const send = (fields: IntakeFields) =>
        api.put<Intake>(`/jobs/${job.id}/intake`, { ...fields, version: version.current });
      try {
        return await send(all);
      } catch (error) {
        if (!(error instanceof ApiProblem) || error.status !== 409) throw error;
        const theirs = error.problem.current as Intake;
        version.current = theirs.version;
        const merged = { ...theirs, ...part };
        setDraft(merged);
        return send(merged);
      }
    },
    true,
  );
  const change = (part: Partial<IntakeFields>) => {
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
  return { intake: draft, change };
}
