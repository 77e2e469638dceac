import { bound, type Command } from './command.ts';
import { restorePart } from './restore-part.ts';

interface Input {
  jobId: string;
  /** of the part: `/targets/<id>` */
  path: string;
  /** what it is called */
  name: string;
}

/** Takes a part of a job out of sight. It is kept, so Undo gives back the same thing and not one like it. */
export const removePart: Command<Input> = {
  job: ({ jobId }) => jobId,
  request: ({ path }) => ({ method: 'DELETE', path }),
  touches: () => ['job', 'harness'],
  undo: ({ jobId, path, name }) => ({
    text: `${name} removed.`,
    back: bound(restorePart, { jobId, restore: `${path}/restore` }),
  }),
};
