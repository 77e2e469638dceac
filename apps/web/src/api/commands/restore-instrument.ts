import type { Command } from './command.ts';

export const restoreInstrument: Command<{ id: string }> = {
  job: () => null,
  request: ({ id }) => ({ method: 'POST', path: `/instruments/${id}/restore` }),
  touches: () => ['shop'],
};
