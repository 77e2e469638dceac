import type { Command } from './command.ts';

export const restoreDevice: Command<{ deviceId: string }, unknown> = {
  job: () => null,
  request: ({ deviceId }) => ({ method: 'POST', path: `/devices/${deviceId}/restore` }),
  touches: () => ['shop'],
};
