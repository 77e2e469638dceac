import type { WithdrawnAtOnce } from '@ulpen/core';
import { bound, type Command } from './command.ts';
import { takeBackInstrument } from './take-back-instrument.ts';

interface Input {
  id: string;
  name: string;
  /** null: from the beginning */
  from: string | null;
}

/** Everything that was measured with an instrument, in all jobs. */
export const withdrawInstrument: Command<Input, WithdrawnAtOnce> = {
  job: () => null,
  request: ({ id, from }) => ({ method: 'POST', path: `/instruments/${id}/withdraw`, body: { from } }),
  touches: () => ['shop'],
  undo: ({ id, name }, { at, records, jobs }) => ({
    text: `${records} ${records === 1 ? 'record' : 'records'} of ${name} withdrawn in ${jobs} ${jobs === 1 ? 'job' : 'jobs'}.`,
    back: bound(takeBackInstrument, { id, at }),
  }),
};
