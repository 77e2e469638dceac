import type { Command } from './command.ts';

/** The only erasure there is. */
export const removeJob: Command<{ jobId: string }> = {
  job: () => null,
  request: ({ jobId }) => ({ method: 'DELETE', path: `/jobs/${jobId}` }),
  touches: () => ['list'],
};
