import { useQueryClient } from '@tanstack/react-query';
import { useNotices } from '../ui/notices-store.ts';
import { api } from './client.ts';
import { useJobChange } from './queries.ts';

/** Ends every question about removing something. */
export const KEPT_WORDS = 'Nothing is deleted: you can bring it back from “Removed items” in the menu.';

/**
 * Removing a part of a job and bringing it back: it is kept, so Undo gives back the same thing and not one like it.
 *
 * @returns `remove(path, name)`: settles when it is gone or was refused, which is told; true when it is gone.
 *   `bringBack(restore)`: by the path that the server names
 */
export function useRemoval(jobId: string) {
  const queries = useQueryClient();
  const tell = useNotices((s) => s.tell);
  const change = useJobChange(jobId, async (send: () => Promise<unknown>) => {
    await send();
    await queries.invalidateQueries({ queryKey: ['harness', jobId] });
    await queries.invalidateQueries({ queryKey: ['removed', jobId] });
  });
  const bringBack = (restore: string) => change.mutate(() => api.post(restore));
  // Told by the promise: what was removed is gone from the screen by then, and callbacks of what is gone are never
  // called.
  const remove = (path: string, name: string): Promise<boolean> =>
    change
      .mutateAsync(() => api.remove(path))
      .then(
        () => {
          tell({ text: `${name} removed.`, undo: () => bringBack(`${path}/restore`) });
          return true;
        },
        () => false,
      );
  return { remove, bringBack, isPending: change.isPending };
}
