import { describe, expect, it } from 'vitest';
import type { LibraryDevice } from '../../model/device.ts';
import { madeAmplifier, madeDevice } from '../../../test/made-up-devices.ts';
import { madeFeed, madePlan, madeSource, PLAIN_NEED, SETUP } from '../../../test/made-up-plan.ts';
import { chooseDevices } from '../finished/choose.ts';
import { finishedCar } from '../finished/finished-car.ts';
import { NO_CHANGES } from '../../model/plan-changes.ts';
import { deviceWords, equipmentOf } from './equipment.ts';

it('says what a device must do', () => {
  expect(deviceWords({ ...PLAIN_NEED, inputs: 1 }, null)).toBe('1 input, takes up to 9.0 V at speaker level');
  const all = { ...PLAIN_NEED, speakerLevel: false, sums: true, volumeControl: true, restoreDb: 6 };
  expect(deviceWords(all, null)).toBe(
    '2 inputs, takes up to 9.0 V, joins inputs, a trim on each, a volume control of its own, gives back up to 6 dB of bass',
  );
  expect(deviceWords(all, madeDevice({ kind: 'converter', name: 'a', bassRestoreDb: 4 }))).not.toContain(
    'gives back',
  );
  expect(deviceWords(all, madeDevice({ kind: 'converter', name: 'a', bassRestoreDb: 6 }))).toContain(
    'gives back',
  );
  expect(deviceWords({ ...PLAIN_NEED, kind: 'data-interface' }, null)).toContain('ask its maker');
});

describe('what is to be bought', () => {
  const front = ['left', 'right'].map((side) =>
    madeFeed({
      sources: [madeSource({ id: side, side: side as 'left', facts: { volts: { volts: 9, step: 20 } } })],
      target: { id: 'a', name: 'a' },
      feed: { side: side as 'left' },
    }),
  );
  const bass = madeFeed({
    sources: [front[0].sources[0]],
    target: { id: 'b', name: 'b', layout: 'mono', speaker: { watts: 200 } },
    feed: { side: 'mono', device: 'direct' },
  });
  /** What is bought for some feeds, from what is chosen for them out of a library. */
  function bought(feeds: ReturnType<typeof madeFeed>[], devices: LibraryDevice[]) {
    const targets = [...new Map(feeds.map((f) => [f.target.id, f.target])).values()];
    const { plan, context } = madePlan({ feeds, input: { targets, devices } });
    const chosen = chooseDevices(plan.feeds, context, SETUP, NO_CHANGES);
    const car = finishedCar(context.input, { ...plan, car: null, equipment: chosen.choices });
    return equipmentOf(car, chosen.between, targets);
  }

  it('one line for each model and each amplifier, with what each drives', () => {
    const four = madeAmplifier({
      name: 'Four',
      priceClass: 3,
      amplifier: { wattsBridged: 300, minBridgedOhm: 2 },
    });
    expect(bought([...front, bass], [four])).toEqual([
      {
        kind: 'converter',
        deviceId: null,
        name: null,
        count: 1,
        says: '2 inputs, takes up to 9.0 V at speaker level',
        priceClass: 2,
        targetIds: ['a'],
      },
      {
        kind: 'amplifier',
        deviceId: 'Four',
        name: 'Four',
        count: 1,
        says: 'a: 2 × 50 W into 4.0 Ω; b: 1 × 300 W into 4.0 Ω, bridged',
        priceClass: 3,
        targetIds: ['a', 'b'],
      },
    ]);
    const none = bought([...front, bass], []).filter((e) => e.kind === 'amplifier');
    expect(none.map((e) => [e.name, e.says, e.priceClass])).toEqual([
      [null, 'a: 2 × 50 W into 4.0 Ω', 2],
      [null, 'b: 1 × 200 W into 4.0 Ω', 2],
    ]);
  });

  it('as many as stand in the car: one with a single input comes once for each side', () => {
    const input = { minVolts: 1, maxVolts: 12, ohm: null, floating: true };
    const single = (inputs: number) =>
      madeDevice({ kind: 'converter', name: 'Single', speakerInput: input, inputs, outputs: 2 });
    const counts = (inputs: number) =>
      bought(front, [single(inputs)]).flatMap((e) => (e.name === 'Single' ? e.count : []));
    expect([counts(1), counts(2)]).toEqual([[2], [1]]);
  });
});
