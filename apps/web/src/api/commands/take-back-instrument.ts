import type { WithdrawnAtOnce } from '@ulpen/core';
import type { Command } from './command.ts';

/** What was withdrawn at once with an instrument counts again. */
export const takeBackInstrument: Command<{ id: string; at: string }, WithdrawnAtOnce> = {
  job: () => null,
  request: ({ id, at }) => ({ method: 'POST', path: `/instruments/${id}/take-back`, body: { at } }),
  touches: () => ['shop'],
};
