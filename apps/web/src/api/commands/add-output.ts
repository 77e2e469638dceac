import type { Pair, PairFields } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  unitId: string;
  id: string;
  fields: PairFields;
}

/** An output, with the speaker that it drives. */
export const addOutput: Command<Input, Pair> = {
  job: ({ jobId }) => jobId,
  request: ({ unitId, id, fields }) => ({
    method: 'POST',
    path: `/units/${unitId}/pairs`,
    body: { ...fields, id },
  }),
  touches: () => ['job'],
};
