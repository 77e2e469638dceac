import type { z } from 'zod';
import { type DeviceFields, deviceFieldsSchema } from '../../model/device.ts';

/** A made-up device; what is not said of it is usual. */
export const device = (
  fields: Partial<z.input<typeof deviceFieldsSchema>> & Pick<DeviceFields, 'name' | 'kind' | 'priceClass'>,
): DeviceFields => deviceFieldsSchema.parse(fields);

export const speaker = (minVolts: number, maxVolts: number, ohm: number | null = null) => ({
  minVolts,
  maxVolts,
  ohm,
  floating: true,
});
export const line = (minVolts: number, maxVolts: number, floating = false) => ({
  minVolts,
  maxVolts,
  ohm: null,
  floating,
});
