import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEMO_DEVICES } from '../carsim/devices.ts';
import { type DeviceFields, deviceFieldsSchema } from '../model/device.ts';
import { readDevices, writeDevices } from './device-table.ts';

describe('a table of devices', () => {
  it('reads back what was written, as CSV and as JSON', () => {
    expect(readDevices(writeDevices(DEMO_DEVICES))).toEqual({ devices: DEMO_DEVICES, faults: [] });
    expect(readDevices(JSON.stringify(DEMO_DEVICES))).toEqual({ devices: DEMO_DEVICES, faults: [] });
  });
  it('keeps any name and note, what a spreadsheet takes for a formula too', () => {
    const text = fc
      .string({ minLength: 1, maxLength: 30 })
      .filter((s) => s.trim() === s && !s.includes('\0'));
    fc.assert(
      fc.property(text, text, (name, note) => {
        const device: DeviceFields = { ...DEMO_DEVICES[0], name: `=${name}`, note: `-${note}` };
        fc.pre(deviceFieldsSchema.safeParse(device).success);
        expect(readDevices(writeDevices([device]))).toEqual({ devices: [device], faults: [] });
      }),
      { numRuns: 60 },
    );
  });
  it('takes semicolons, decimal commas, a byte order mark, comments and missing columns', () => {
    const table = readDevices(
      '\uFEFF# ours\nname;kind;priceClass;sums;gainDb.min;gainDb.max;senses\nBox;converter;2;yes;-12,5;0;signal offset\n\n',
    );
    expect(table.faults).toEqual([]);
    expect(table.devices[0]).toMatchObject({
      name: 'Box',
      sums: true,
      gainDb: { min: -12.5, max: 0 },
      senses: ['signal', 'offset'],
      inputs: 2,
      speakerInput: null,
    });
  });
  it.each([
    ['', 'file'],
    ['hello', 'name'],
    ['{"name":', 'file'],
    ['name,kind,priceClass\nBox,toaster,1', 'kind'],
    ['name,kind,priceClass\nBox,converter,lots', 'priceClass'],
    ['name,kind,priceClass\nBox,converter,1\nBox,converter,2', 'name'],
    [
      'name,kind,priceClass,amplifier.channels,amplifier.wattsAt4,amplifier.minOhm\nAmp,converter,1,2,50,4',
      'amplifier',
    ],
    ['name,kind,priceClass,lineInput.minVolts,lineInput.maxVolts\nBox,converter,1,4,2', 'lineInput.maxVolts'],
    ['name,kind,priceClass,colour\nBox,converter,1,red', 'colour'],
  ])('names the line and the field of what it leaves out: %j', (text, field) => {
    const { faults } = readDevices(text);
    expect(faults.map((f) => f.field)).toContain(field);
    expect(faults.every((f) => f.line >= 1 && f.message.length > 5)).toBe(true);
  });
});
