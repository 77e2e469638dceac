import type { Creating, DeviceFields, LibraryDevice } from '@ulpen/core';
import type { Command } from './command.ts';

/** Devices for the shop's library; one of the same name is brought up to date. */
export const addDevices: Command<{ devices: Creating<DeviceFields>[] }, LibraryDevice[]> = {
  job: () => null,
  request: ({ devices }) => ({ method: 'POST', path: '/devices', body: devices }),
  touches: () => ['shop'],
};
