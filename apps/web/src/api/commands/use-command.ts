import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNotices } from '../../ui/notices-store.ts';
import { ApiProblem } from '../client.ts';
import type { Command } from './command.ts';
import { runBound, runCommand } from './run-command.ts';

const refusal = (error: unknown): string =>
  error instanceof ApiProblem
    ? (error.problem.errors?.[0]?.message ?? error.message)
    : 'That did not work. Try again.';

interface Said<Input> {
  /** the screen shows a refusal itself (default: it becomes a notice) */
  showsOwnErrors?: boolean;
  /** what was not done, where the screen has gone on by then: said before the reason (default: the reason alone) */
  failed?: (input: Input) => string;
}

/**
 * Runs a command from a screen. A refusal that the screen does not show itself becomes a notice; what can be undone is
 * said with the way back.
 */
export function useCommand<Input, Result>(
  command: Command<Input, Result>,
  { showsOwnErrors = false, failed }: Said<Input> = {},
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
    onError: (error, input) => {
      if (showsOwnErrors) return;
      if (failed) tell({ tone: 'wrong', text: `${failed(input)}: ${refusal(error)}` });
      else refused(error);
    },
  });
}
