import type { DeviceFields, LibraryDevice } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  deviceId: string;
  fields: DeviceFields & { version: number };
}

export const changeDevice: Command<Input, LibraryDevice> = {
  job: () => null,
  request: ({ deviceId, fields }) => ({ method: 'PUT', path: `/devices/${deviceId}`, body: fields }),
  touches: () => ['shop'],
};
