import type { Command } from './command.ts';

interface Input {
  jobId: string;
  /** where a POST brings it back, as the server names it */
  restore: string;
}

/** Brings back what was removed, with everything that was recorded on it. */
export const restorePart: Command<Input, unknown> = {
  job: ({ jobId }) => jobId,
  request: ({ restore }) => ({ method: 'POST', path: restore }),
  // What was measured on it was not in sight either.
  touches: () => ['job', 'harness', 'measurements'],
};
