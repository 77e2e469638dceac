import { useRef, useState } from 'react';
import { ApiProblem } from './client.ts';
import type { Command } from './commands/command.ts';
import { useCommand } from './commands/use-command.ts';
import { useNotices } from '../ui/notices-store.ts';

/** What is changed, or how it follows from what is there: then two people’s changes to one list are both kept. */
export type Change<T> = Partial<T> | ((now: T) => Partial<T>);

/**
 * A part of a job as it is shown and changed: every change is saved at once, on the newest version; what somebody else
 * changed meanwhile is kept where it is another field.
 */
export function useSavedAtOnce<T extends { version: number }>(
  jobId: string,
  command: Command<{ jobId: string; fields: T }, T>,
  start: T,
) {
  const tell = useNotices((s) => s.tell);
  const [draft, setDraft] = useState<T>(start);
  /** what the server has, with everything that it completed */
  const saved = useRef(start);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const save = useCommand(command, { showsOwnErrors: true });
  const send = (fields: T) => save.mutateAsync({ jobId, fields });
  const changed = (now: T, part: Change<T>): T => ({
    ...now,
    ...(typeof part === 'function' ? part(now) : part),
  });
  const saveOn = async (part: Change<T>): Promise<void> => {
    try {
      saved.current = await send(changed(saved.current, part));
    } catch (error) {
      if (!(error instanceof ApiProblem) || error.status !== 409) throw error;
      saved.current = await send(changed(error.problem.current as T, part));
    }
    // What was changed meanwhile is still on its way.
    if (waiting.current === 0) setDraft(saved.current);
  };
  const waiting = useRef(0);
  const change = (part: Change<T>) => {
    setDraft((now) => changed(now, part));
    waiting.current++;
    // One after the other, so that two quick clicks do not meet on one version.
    queue.current = queue.current.then(() => {
      waiting.current--;
      return saveOn(part).catch((error: Error) => tell({ tone: 'wrong', text: error.message }));
    });
  };
  return { draft, change };
}
