import { bound, type Command } from './command.ts';
import { restoreDevice } from './restore-device.ts';

/** Plans that were kept with it still name it. */
export const removeDevice: Command<{ deviceId: string; name: string }> = {
  job: () => null,
  request: ({ deviceId }) => ({ method: 'DELETE', path: `/devices/${deviceId}` }),
  touches: () => ['shop'],
  undo: ({ deviceId, name }) => ({ text: `${name} removed.`, back: bound(restoreDevice, { deviceId }) }),
};
