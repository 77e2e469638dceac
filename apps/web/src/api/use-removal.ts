import { removePart } from './commands/remove-part.ts';
import { restorePart } from './commands/restore-part.ts';
import { useCommand } from './commands/use-command.ts';

/** Ends every question about removing something. */
export const KEPT_WORDS = 'Nothing is deleted: you can bring it back from “Removed items” in the menu.';

/**
 * Removing a part of a job and bringing it back: it is kept, so Undo gives back the same thing and not one like it.
 *
 * @returns `remove(path, name)`: settles when it is gone or was refused, which is told; true when it is gone.
 *   `bringBack(restore)`: by the path that the server names
 */
export function useRemoval(jobId: string) {
  const removal = useCommand(removePart);
  const restoring = useCommand(restorePart);
  const remove = (path: string, name: string): Promise<boolean> =>
    removal.mutateAsync({ jobId, path, name }).then(
      () => true,
      () => false,
    );
  const bringBack = (restore: string) => restoring.mutate({ jobId, restore });
  return { remove, bringBack, isPending: removal.isPending || restoring.isPending };
}
