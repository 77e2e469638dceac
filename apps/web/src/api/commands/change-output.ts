import { type Pair, type PairFields, pairName } from '@ulpen/core';
import { bound, type Command } from './command.ts';

interface Input {
  jobId: string;
  pairId: string;
  version: number;
  fields: PairFields;
  /** what it was before, where the change can be taken back */
  before: PairFields | null;
}

export const changeOutput: Command<Input, Pair> = {
  job: ({ jobId }) => jobId,
  request: ({ pairId, version, fields }) => ({
    method: 'PUT',
    path: `/pairs/${pairId}`,
    body: { ...fields, version },
  }),
  touches: () => ['job'],
  undo: ({ jobId, pairId, before }, { version, ...now }) =>
    before && {
      text: `${pairName(now)} is as the map has it.`,
      back: bound(changeOutput, { jobId, pairId, version, fields: before, before: null }),
    },
};
