import { describe, expect, it } from 'vitest';
import type { DeviceFields, LibraryDevice } from '../model/device.ts';
import type { Device, Feed } from '../model/plan.ts';
import type { Speaker, Target } from '../model/target.ts';
import { madeAmplifier, madeDevice, madeFeed } from '../../test/made-up-plan.ts';
import { type DeviceNeed, devicesBetween, deviceWords, drivesOf, equipmentOf, kindOf } from './equipment.ts';

const target = (id: string, part: Partial<Omit<Target, 'speaker'>> = {}, speaker: Partial<Speaker> = {}) =>
  madeFeed({ target: { id, name: id, ...part, speaker } }).target;
const amp = (name: string, amplifier: Parameters<typeof madeAmplifier>[0] = {}): LibraryDevice =>
  madeAmplifier({ name, ...amplifier });
const driven = (targets: Target[], ...devices: LibraryDevice[]) => [...drivesOf(targets, devices).values()];

const NEED: DeviceNeed = {
  kind: 'converter',
  inputs: 2,
  outputs: 2,
  sums: false,
  volts: 9,
  volumeControl: false,
  restoreDb: 0,
  load: false,
};

describe('the amplifier that drives a target', () => {
  it('is the cheapest that fits, of equals the smaller', () => {
    const dear = amp('dear', { priceClass: 3 });
    const six = amp('six', { amplifier: { channels: 6 } });
    const four = amp('four');
    expect(driven([target('t')], dear, six, four)[0].amplifier?.name).toBe('four');
    expect(driven([target('t')], dear)[0].amplifier?.name).toBe('dear');
    expect(driven([target('t')], madeDevice({ kind: 'converter' }))[0].amplifier).toBeNull();
  });
  it('has channels left, and one in use is filled before another is bought', () => {
    const four = amp('four', { priceClass: 3 });
    const two = amp('two', { amplifier: { channels: 2 } });
    const names = driven([target('a'), target('b'), target('c')], two, four).map((d) => d.amplifier?.name);
    expect(names).toEqual(['two', 'four', 'four']);
    expect(driven([target('a'), target('b')], two).map((d) => d.amplifier?.name)).toEqual(['two', undefined]);
  });
  it('gives three fifths of what the speaker is rated', () => {
    const one = amp('one', { amplifier: { wattsAt4: 60 } });
    expect(driven([target('t', {}, { watts: 100 })], one)[0].amplifier?.name).toBe('one');
    expect(driven([target('t', {}, { watts: 101 })], one)[0].amplifier).toBeNull();
  });
  it('takes speaker level where the target wants that', () => {
    const line = amp('line');
    const both = amp('both', {
      priceClass: 4,
      speakerInput: { minVolts: 1, maxVolts: 9, ohm: null, floating: true },
    });
    expect(driven([target('t', { speakerLevelInput: true })], line, both)[0].amplifier?.name).toBe('both');
  });
  it('is the one that a person chose, whatever it lacks', () => {
    const small = amp('small', { amplifier: { wattsAt4: 10, minOhm: 4, channels: 1 } });
    const [drive] = driven(
      [target('t', { amplifierId: 'small' }, { ohm: 2, watts: 100 })],
      amp('large'),
      small,
    );
    expect(drive).toMatchObject({ amplifier: { name: 'small' }, bridged: false, channels: 2, watts: 10 });
    expect(drive.arrangement.ohm).toBe(2);
    // Of several ways to join the coils, the lightest load.
    const [coils] = driven(
      [target('t', { amplifierId: 'small', layout: 'mono' }, { ohm: 1, coils: 2 })],
      small,
    );
    expect(coils.arrangement.ohm).toBe(2);
  });
  it('without one, coils are joined nearest 4 ohm', () => {
    const open = (coilOhm: number) =>
      driven([target('t', { layout: 'mono' }, { ohm: coilOhm, coils: 2 })])[0];
    expect(open(8)).toMatchObject({ amplifier: null, watts: null, channels: 1, arrangement: { ohm: 4 } });
    expect(open(2).arrangement.ohm).toBe(4);
    expect(driven([target('t')])[0].channels).toBe(2);
  });
});

describe('watts', () => {
  const stage = { wattsAt4: 60, wattsAt2: 100, wattsBridged: 200, minOhm: 2, minBridgedOhm: 4 };
  const into = (ohm: number, part: Partial<typeof stage> = {}, layout: 'mono' | 'stereo' = 'stereo') =>
    driven([target('t', { layout }, { ohm })], amp('a', { amplifier: { ...stage, ...part } }))[0];
  it('go with the load: volts held above 4 ohm, stated in between', () => {
    expect([8, 4, 3, 2].map((ohm) => into(ohm).watts)).toEqual([30, 60, 80, 100]);
    expect(into(1, { minOhm: 1 }).watts).toBe(100);
    expect(driven([target('t', {}, { ohm: 2 })], amp('a'))[0].watts).toBe(50);
    expect(into(1.94).amplifier).toBeNull();
    expect(into(1.95).amplifier).not.toBeNull();
  });
  it('bridged for a mono target only, and where the load allows', () => {
    expect(into(4, {}, 'mono')).toMatchObject({ bridged: true, watts: 200, channels: 2 });
    expect(into(8, {}, 'mono')).toMatchObject({ bridged: true, watts: 100 });
    expect(into(3.94, {}, 'mono').bridged).toBe(false);
    expect(into(4).bridged).toBe(false);
    // More than the speaker takes is worth no second channel.
    const little = driven(
      [target('t', { layout: 'mono' }, { watts: 60 })],
      amp('a', { amplifier: stage }),
    )[0];
    expect(little).toMatchObject({ bridged: false, channels: 1 });
    const [one] = driven(
      [target('t', { layout: 'mono' })],
      amp('a', { amplifier: { ...stage, channels: 1 } }),
    );
    expect(one.bridged).toBe(false);
  });
});

describe('the device between', () => {
  const feed = (device: Device, id = 't1'): Feed => ({ ...madeFeed().feed, targetId: id, device });
  const input = { minVolts: 1, maxVolts: 12, ohm: null, floating: true };
  const between = (name: string, part: Partial<DeviceFields> = {}) =>
    madeDevice({ kind: 'converter', name, speakerInput: input, ...part });
  const picked = (need: Partial<DeviceNeed>, devices: LibraryDevice[], insisted: string[] = []) => {
    const [one] = devicesBetween([feed('converter')], () => ({ ...NEED, ...need }), devices, insisted);
    return [one.between?.name ?? null, one.count];
  };
  it('is the cheapest that does it, counted', () => {
    expect(picked({}, [between('dear', { priceClass: 3 }), between('cheap', { priceClass: 1 })])).toEqual([
      'cheap',
      1,
    ]);
    expect(
      picked({ inputs: 4 }, [between('two'), between('four', { inputs: 4, outputs: 4, priceClass: 3 })]),
    ).toEqual(['four', 1]);
    expect(picked({ inputs: 4 }, [between('two')])).toEqual(['two', 2]);
    expect(picked({ outputs: 5 }, [between('two', { inputs: 8 })])).toEqual(['two', 3]);
    expect(picked({}, [between('none', { inputs: 0, outputs: 0 })])).toEqual(['none', 2]);
    expect(picked({}, [madeDevice({ kind: 'processor' })])).toEqual([null, 1]);
  });
  it('takes the volts', () => {
    expect(picked({ volts: 12 }, [between('a')])).toEqual(['a', 1]);
    expect(picked({ volts: 12.1 }, [between('a')])).toEqual([null, 1]);
    expect(
      picked({ volts: 3 }, [between('line', { speakerInput: null, lineInput: { ...input, maxVolts: 4 } })]),
    ).toEqual(['line', 1]);
    expect(picked({ volts: 3 }, [between('deaf', { speakerInput: null })])).toEqual([null, 1]);
  });
  it('sums in one between, has a volume control, where that is wanted', () => {
    expect(picked({ sums: true }, [between('a')])).toEqual([null, 1]);
    expect(picked({ sums: true }, [between('a', { sums: true })])).toEqual(['a', 1]);
    expect(picked({ sums: true, inputs: 4 }, [between('a', { sums: true })])).toEqual([null, 1]);
    expect(picked({ volumeControl: true }, [between('a')])).toEqual([null, 1]);
    expect(picked({ volumeControl: true }, [between('a', { volumeControl: true })])).toEqual(['a', 1]);
  });
  it('that restores bass or is a load is worth one and a half classes more', () => {
    const plain = between('plain', { priceClass: 1 });
    const restores = (priceClass: number) => between('restores', { priceClass, bassRestoreDb: 8 });
    expect(picked({ restoreDb: 8 }, [plain, restores(2)])[0]).toBe('restores');
    expect(picked({ restoreDb: 8 }, [plain, restores(3)])[0]).toBe('plain');
    expect(picked({ restoreDb: 9 }, [plain, restores(2)])[0]).toBe('plain');
    const loads = (ohm: number, priceClass = 2) =>
      between('loads', { priceClass, speakerInput: { ...input, ohm } });
    expect(picked({ load: true }, [plain, loads(100)])[0]).toBe('loads');
    expect(picked({ load: true }, [plain, loads(101)])[0]).toBe('plain');
    expect(picked({ load: true }, [plain, loads(47, 3)])[0]).toBe('plain');
    expect(picked({}, [plain, loads(47)])[0]).toBe('plain');
  });
  it('that a person insists on is taken, even where it does not fit', () => {
    expect(picked({ volts: 50 }, [between('a'), between('wanted')], ['wanted'])).toEqual(['wanted', 1]);
    expect(picked({}, [between('a'), madeDevice({ kind: 'processor', name: 'other' })], ['other'])).toEqual([
      'a',
      1,
    ]);
  });
  it('an interface is for its car: nothing of it can be judged here', () => {
    const gate = madeDevice({ kind: 'data-interface', name: 'Gate' });
    const [one] = devicesBetween(
      [feed('data-interface')],
      () => ({ ...NEED, kind: 'data-interface' }),
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
      ...NEED,
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
  it('says what it must do', () => {
    expect(deviceWords({ ...NEED, inputs: 1 }, null)).toBe('1 input, takes up to 9.0 V');
    const all = { ...NEED, sums: true, volumeControl: true, restoreDb: 6 };
    expect(deviceWords(all, null)).toBe(
      '2 inputs, takes up to 9.0 V, joins inputs, a trim on each, a volume control of its own, gives back up to 6 dB of bass',
    );
    expect(deviceWords(all, between('a', { bassRestoreDb: 5 }))).not.toContain('gives back');
    expect(deviceWords(all, between('a', { bassRestoreDb: 6 }))).toContain('gives back');
    expect(deviceWords({ ...NEED, kind: 'data-interface' }, null)).toContain('ask its maker');
  });
});

describe('what is to be bought', () => {
  it('one line for each device and each amplifier, with what each drives', () => {
    const targets = [target('a'), target('b', { layout: 'mono' }, { watts: 200 })];
    const four = amp('Four', { priceClass: 3, amplifier: { wattsBridged: 300, minBridgedOhm: 2 } });
    const { context, feed } = madeFeed({ input: { targets } });
    const boxes = devicesBetween(
      [
        { ...feed, targetId: 'a' },
        { ...feed, targetId: 'a', side: 'right' },
      ],
      () => NEED,
      [],
      [],
    );
    expect(equipmentOf(boxes, drivesOf(targets, [four]), context)).toEqual([
      {
        kind: 'converter',
        deviceId: null,
        name: null,
        count: 1,
        says: '2 inputs, takes up to 9.0 V',
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
    const none = equipmentOf([], drivesOf(targets, []), context);
    expect(none.map((e) => [e.name, e.says, e.priceClass])).toEqual([
      [null, 'a: 2 × 50 W into 4.0 Ω', 2],
      [null, 'b: 1 × 200 W into 4.0 Ω', 2],
    ]);
  });
});
