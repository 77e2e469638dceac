import { describe, expect, it } from 'vitest';
import type { DeviceFields, LibraryDevice } from '../../model/device.ts';
import type { Feed } from '../../model/plan.ts';
import type { Device } from '../../model/plan-changes.ts';
import { madeDevice } from '../../../test/made-up-devices.ts';
import { madeFeed, PLAIN_NEED } from '../../../test/made-up-plan.ts';
import { type DeviceNeed, devicesBetween, kindOf } from './between.ts';

describe('the device between', () => {
  const feed = (device: Device, id = 't1'): Feed => ({ ...madeFeed().feed, targetId: id, device });
  const input = { minVolts: 1, maxVolts: 12, ohm: null, floating: true };
  const between = (name: string, part: Partial<DeviceFields> = {}) =>
    madeDevice({ kind: 'converter', name, speakerInput: input, ...part });
  const picked = (need: Partial<DeviceNeed>, devices: LibraryDevice[], insisted: string[] = []) => {
    const models = insisted.map((device) => ({ deviceId: null, device }));
    const [one] = devicesBetween([feed('converter')], () => ({ ...PLAIN_NEED, ...need }), devices, models);
    return one.between?.name ?? null;
  };
  it('is the cheapest that does it, with as many as it takes', () => {
    expect(picked({}, [between('dear', { priceClass: 3 }), between('cheap', { priceClass: 1 })])).toBe(
      'cheap',
    );
    expect(
      picked({ inputs: 4 }, [between('two'), between('four', { inputs: 4, outputs: 4, priceClass: 3 })]),
    ).toBe('four');
    expect(picked({ inputs: 4 }, [between('two')])).toBe('two');
    expect(picked({ outputs: 5 }, [between('two', { inputs: 8 })])).toBe('two');
    expect(picked({}, [between('none', { inputs: 0, outputs: 0 })])).toBe('none');
    expect(picked({}, [madeDevice({ kind: 'processor' })])).toBe(null);
  });
  it('takes the volts', () => {
    expect(picked({ volts: 12 }, [between('a')])).toBe('a');
    expect(picked({ volts: 12.1 }, [between('a')])).toBe(null);
    // At line level a line input does; at speaker level none stands it, however few volts there are.
    const line = between('line', { speakerInput: null, lineInput: { ...input, maxVolts: 4 } });
    expect(picked({ volts: 3, speakerLevel: false }, [line])).toBe('line');
    expect(picked({ volts: 3, speakerLevel: true }, [line])).toBe(null);
    expect(picked({ volts: 3, speakerLevel: false }, [between('either')])).toBe('either');
    expect(picked({ volts: 3 }, [between('deaf', { speakerInput: null })])).toBe(null);
  });
  it('sums in one between, has a volume control, where that is wanted', () => {
    expect(picked({ sums: true }, [between('a')])).toBe(null);
    expect(picked({ sums: true }, [between('a', { sums: true })])).toBe('a');
    expect(picked({ sums: true, inputs: 4 }, [between('a', { sums: true })])).toBe(null);
    expect(picked({ volumeControl: true }, [between('a')])).toBe(null);
    expect(picked({ volumeControl: true }, [between('a', { volumeControl: true })])).toBe('a');
  });
  it('that gives missing bass back is worth any price, one that is a load one and a half classes more', () => {
    const plain = between('plain', { priceClass: 1 });
    const restores = (priceClass: number) => between('restores', { priceClass, bassRestoreDb: 8 });
    expect(picked({ restoreDb: 8 }, [plain, restores(2)])).toBe('restores');
    expect(picked({ restoreDb: 8 }, [plain, restores(4)])).toBe('restores');
    expect(picked({ restoreDb: 9.6 }, [plain, restores(2)])).toBe('plain');
    expect(picked({ restoreDb: 0 }, [plain, restores(2)])).toBe('plain');
    const loads = (ohm: number, priceClass = 2) =>
      between('loads', { priceClass, speakerInput: { ...input, ohm } });
    expect(picked({ load: true }, [plain, loads(100)])).toBe('loads');
    expect(picked({ load: true }, [plain, loads(101)])).toBe('plain');
    expect(picked({ load: true }, [plain, loads(47, 3)])).toBe('plain');
    expect(picked({}, [plain, loads(47)])).toBe('plain');
  });
  it('that a person insists on is taken, even where it does not fit', () => {
    expect(picked({ volts: 50 }, [between('a'), between('wanted')], ['wanted'])).toBe('wanted');
    expect(picked({}, [between('a'), madeDevice({ kind: 'processor', name: 'other' })], ['other'])).toBe('a');
  });
  it('an interface is for its car: nothing of it can be judged here', () => {
    const gate = madeDevice({ kind: 'data-interface', name: 'Gate' });
    const [one] = devicesBetween(
      [feed('data-interface')],
      () => ({ ...PLAIN_NEED, kind: 'data-interface' }),
      [gate],
      [],
    );
    expect(one.between?.name).toBe('Gate');
    expect(kindOf('direct')).toBeNull();
    expect(kindOf('summing-converter')).toBe('converter');
  });
  it('one summing between takes single outputs too, if it has the room', () => {
    const feeds = [feed('summing-converter', 'a'), feed('converter', 'b'), feed('direct', 'c')];
    const needOf = (_: Device, own: readonly Feed[]) => ({
      ...PLAIN_NEED,
      sums: true,
      inputs: 2 * own.length,
      outputs: own.length,
    });
    const shape = (devices: LibraryDevice[]) =>
      devicesBetween(feeds, needOf, devices, []).map((b) => [
        b.device,
        b.feeds.map((f) => f.targetId).join(''),
      ]);
    expect(shape([between('four', { sums: true, inputs: 4 })])).toEqual([['summing-converter', 'ab']]);
    expect(shape([between('two', { sums: true, inputs: 2 })])).toEqual([
      ['summing-converter', 'a'],
      ['converter', 'b'],
    ]);
    expect(
      devicesBetween([feed('converter'), feed('passive-converter')], needOf, [], []).map((b) => b.device),
    ).toEqual(['converter', 'passive-converter']);
  });
});
