// Devices and what they drive, whose parts are given by hand and the rest is plain.
import type { DeviceFields, LibraryDevice } from '../src/model/device.ts';
import { deviceFieldsSchema } from '../src/model/device.ts';
import type { Drive } from '../src/plan/finished/drives.ts';

export function madeDevice(part: Partial<DeviceFields> & Pick<DeviceFields, 'kind'>): LibraryDevice {
  const fields = deviceFieldsSchema.parse({ name: `Plain ${part.kind}`, priceClass: 2, ...part });
  return { ...fields, id: fields.name, version: 1 };
}

type Stage = NonNullable<DeviceFields['amplifier']>;

/** Four channels of 50 W down to 2 ohm, 4 ohm bridged, with a line input from 1 to 4 V. */
export function madeAmplifier({
  amplifier,
  ...part
}: Partial<Omit<DeviceFields, 'amplifier'>> & { amplifier?: Partial<Stage> } = {}): LibraryDevice {
  return madeDevice({
    kind: 'amplifier',
    lineInput: { minVolts: 1, maxVolts: 4, ohm: null, floating: false },
    ...part,
    amplifier: {
      channels: 4,
      wattsAt8: null,
      wattsAt4: 50,
      wattsAt2: null,
      wattsAt1: null,
      wattsBridged: null,
      minOhm: 2,
      minBridgedOhm: 4,
      efficiency: 0.8,
      subwooferFrom: 'own',
      modeSwitch: false,
      second: null,
      ...amplifier,
    },
  });
}

/** A drive by one 4-ohm coil. */
export function madeDrive(
  amplifier: LibraryDevice | null,
  part: Partial<Drive> & { ohm?: number } = {},
): Drive {
  const { ohm = 4, ...rest } = part;
  return {
    amplifier,
    arrangement: { name: 'one coil', network: 'coil', ohm, coils: 1, ifOneFails: '' },
    bridged: false,
    watts: amplifier ? 50 : null,
    channels: 1,
    group: 0,
    ...rest,
  };
}
