import { useQueryClient } from '@tanstack/react-query';
import { useNotices } from '../ui/notices-store.ts';
import { api } from './client.ts';
import { useJobChange } from './queries.ts';

/**
 * Removing a part of a job and bringing it back: what has a record is kept, so Undo gives back the same thing and not
 * one like it.
 *
 * @returns `remove(path, name)`: settles when it is gone or was refused, which is told; true when it is gone
 */
export function useRemoval(jobId: string) {
  const queries = useQueryClient();
  const tell = useNotices((s) => s.tell);
  const change = useJobChange(jobId, async (send: () => Promise<unknown>) => {
    await send();
    await queries.invalidateQueries({ queryKey: ['harness', jobId] });
  });
  // Told by the promise: what was removed is gone from the screen by then, and callbacks of what is gone are never
  // called.
  const remove = (path: string, name: string): Promise<boolean> =>
    change
      .mutateAsync(() => api.remove(path))
      .then(
        () => {
          const bringBack = () => change.mutate(() => api.post(`${path}/restore`));
          tell({ text: `${name} removed.`, undo: bringBack });
          return true;
        },
        () => false,
      );
  return { remove, isPending: change.isPending };
}
