import type { FactorySpeaker, FactorySpeakerFields } from '@ulpen/core';
import type { Command } from './command.ts';
import { put } from './view-changes.ts';

interface Input {
  jobId: string;
  id: string;
  fields: FactorySpeakerFields;
}

export const addSpeaker: Command<Input, FactorySpeaker> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, id, fields }) => ({
    method: 'POST',
    path: `/jobs/${jobId}/speakers`,
    body: { ...fields, id },
  }),
  atOnce: (views, { jobId, id, fields }) =>
    views.job((job) => ({ ...job, speakers: put(job.speakers, { ...fields, id, jobId, version: 1 }) })),
  touches: () => ['job'],
};
