import type { Photo } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  connectorId: string;
  file: File;
}

/** A photo of a plug. */
export const addPhoto: Command<Input, Photo> = {
  job: ({ jobId }) => jobId,
  request: ({ connectorId, file }) => ({ method: 'POST', path: `/connectors/${connectorId}/photos`, file }),
  touches: () => ['harness'],
};
