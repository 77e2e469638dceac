import type { OutputsFound } from '@ulpen/core';
import type { Command } from './command.ts';

/** What Find settled becomes outputs of Listen. */
export const findOutputs: Command<{ jobId: string }, OutputsFound> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId }) => ({ method: 'POST', path: `/jobs/${jobId}/outputs-found` }),
  touches: () => ['job'],
};
