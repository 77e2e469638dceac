import type { Decision } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  decisionId: string;
}

/** It counts no more, and stays in the record. */
export const withdrawDecision: Command<Input, Decision> = {
  job: ({ jobId }) => jobId,
  request: ({ decisionId }) => ({ method: 'POST', path: `/decisions/${decisionId}/withdraw` }),
  atOnce: (views, { decisionId }) =>
    views.job((job) => ({
      ...job,
      decisions: job.decisions.map((x) =>
        x.id === decisionId ? { ...x, withdrawnAt: new Date().toISOString() } : x,
      ),
    })),
  touches: () => ['job'],
};
