import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNotices } from '../../ui/notices-store.ts';
import { ApiProblem } from '../client.ts';
import type { Command } from './command.ts';
import { runBound, runCommand } from './run-command.ts';

const refusal = (error: unknown): string =>
  error instanceof ApiProblem
    ? (error.problem.errors?.[0]?.message ?? error.message)
    : 'That did not work. Try again.';

/**
 * Runs a command from a screen. A refusal that the screen does not show itself becomes a notice; what can be undone is
 * said with the way back.
 */
export function useCommand<Input, Result>(
  command: Command<Input, Result>,
  { showsOwnErrors = false }: { showsOwnErrors?: boolean } = {},
) {
  const queries = useQueryClient();
  const tell = useNotices((s) => s.tell);
  const refused = (error: unknown) => tell({ tone: 'wrong', text: refusal(error) });
  return useMutation({
    mutationFn: (input: Input) => runCommand(queries, command, input),
    onSuccess: (result, input) => {
      const undo = command.undo?.(input, result);
      if (undo) tell({ text: undo.text, undo: () => void runBound(queries, undo.back).catch(refused) });
    },
    onError: (error) => {
      if (!showsOwnErrors) refused(error);
    },
  });
}
