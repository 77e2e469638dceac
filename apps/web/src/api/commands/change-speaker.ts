import type { FactorySpeaker, FactorySpeakerFields } from '@ulpen/core';
import type { Command } from './command.ts';
import { put } from './view-changes.ts';

interface Input {
  jobId: string;
  speakerId: string;
  fields: FactorySpeakerFields & { version: number };
}

export const changeSpeaker: Command<Input, FactorySpeaker> = {
  job: ({ jobId }) => jobId,
  request: ({ speakerId, fields }) => ({ method: 'PUT', path: `/speakers/${speakerId}`, body: fields }),
  answered: (views, speaker) => views.job((job) => ({ ...job, speakers: put(job.speakers, speaker) })),
  touches: () => ['job'],
};
