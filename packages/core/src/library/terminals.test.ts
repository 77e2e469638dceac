import { describe, expect, it } from 'vitest';
import { DEMO_DEVICES } from '../carsim/devices.ts';
import { deviceFieldsSchema } from '../model/device.ts';
import { madeAmplifier, madeDevice } from '../../test/made-up-devices.ts';
import { terminalsOf } from './terminals.ts';

const keys = (...given: Parameters<typeof terminalsOf>) => terminalsOf(...given).map((t) => t.key);
const IN = { minVolts: 1, maxVolts: 12, ohm: null, floating: true };

describe('terminals of a device', () => {
  it('follow from what it can do, two for each speaker-level channel', () => {
    expect(
      keys(madeDevice({ kind: 'converter', speakerInput: IN, inputs: 1, outputs: 2, remoteOutput: true })),
    ).toEqual([
      'in-1-plus',
      'in-1-minus',
      'line-out-1',
      'line-out-2',
      'supply',
      'ground',
      'remote',
      'remote-out',
    ]);
    const second = { ...madeAmplifier().amplifier!, channels: 1 };
    const five = madeAmplifier({ inputs: 2, amplifier: { channels: 2, second } });
    expect(keys(five)).toEqual([
      ...['line-in-1', 'line-in-2'],
      ...['out-1-plus', 'out-1-minus', 'out-2-plus', 'out-2-minus', 'out-3-plus', 'out-3-minus'],
      ...['supply', 'ground', 'remote'],
    ]);
    expect(keys(madeDevice({ kind: 'passive-converter', needsSupply: false, outputs: 1 }))).toEqual([
      'line-out-1',
    ]);
    expect(keys(madeDevice({ kind: 'data-interface' }))).toContain('data');
  });
  it('are those of the box where its entry states them', () => {
    const own = {
      key: 'hi-l',
      name: 'HI-L',
      kind: 'speaker-input',
      channel: 1,
      sign: 'plus',
      mm2: 2.5,
    } as const;
    expect(terminalsOf({ ...madeDevice({ kind: 'converter' }), terminals: [own] })).toEqual([own]);
  });
  it('have keys of their own, which stay when the device can do more', () => {
    for (const device of DEMO_DEVICES) {
      const own = keys(device);
      expect(new Set(own).size, device.name).toBe(own.length);
      const more = keys({ ...device, remoteOutput: true, outputs: device.outputs + 1 });
      expect(more).toEqual(expect.arrayContaining(own));
    }
  });
  it.each([
    ['twice the same key', [{ key: 'a' }, { key: 'a' }], 'terminals'],
    ['a key with blanks', [{ key: 'in 1' }], 'terminals.0.key'],
    ['no name', [{ key: 'a', name: ' ' }], 'terminals.0.name'],
    ['a conductor as thick as an arm', [{ key: 'a', mm2: 900 }], 'terminals.0.mm2'],
  ])('are refused with %s', (_, list, field) => {
    const terminals = list.map((t) => ({
      ...{ name: 'A', kind: 'ground', channel: null, sign: null, mm2: null },
      ...t,
    }));
    const { error } = deviceFieldsSchema.safeParse({
      name: 'x',
      kind: 'converter',
      priceClass: 1,
      terminals,
    });
    expect(error?.issues.map((i) => i.path.join('.'))).toEqual([field]);
  });
});
