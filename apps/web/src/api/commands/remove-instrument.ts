import { bound, type Command } from './command.ts';
import { restoreInstrument } from './restore-instrument.ts';

/** Kept with what was measured with it, not offered any more. */
export const removeInstrument: Command<{ id: string; name: string }> = {
  job: () => null,
  request: ({ id }) => ({ method: 'DELETE', path: `/instruments/${id}` }),
  touches: () => ['shop'],
  undo: ({ id, name }) => ({ text: `${name} removed.`, back: bound(restoreInstrument, { id }) }),
};
