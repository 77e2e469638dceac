import type { LibraryDevice } from '../model/device.ts';
import type { ChosenModel } from '../model/insert.ts';

/** The library's entry of a chosen model: by its id; by its name where that is of another library, as in a job file. */
export const entryOf = (
  { deviceId, device }: ChosenModel,
  devices: readonly LibraryDevice[],
): LibraryDevice | null =>
  devices.find((d) => d.id === deviceId) ?? devices.find((d) => d.name === device) ?? null;
