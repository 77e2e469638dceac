import { describe, expect, it } from 'vitest';
import type { LibraryDevice } from '../../model/device.ts';
import type { Speaker, Target } from '../../model/target.ts';
import { madeAmplifier, madeDevice } from '../../../test/made-up-devices.ts';
import { madeFeed } from '../../../test/made-up-plan.ts';
import { drivesOf } from './drives.ts';

const target = (id: string, part: Partial<Omit<Target, 'speaker'>> = {}, speaker: Partial<Speaker> = {}) =>
  madeFeed({ target: { id, name: id, ...part, speaker } }).target;
const amp = (name: string, amplifier: Parameters<typeof madeAmplifier>[0] = {}): LibraryDevice =>
  madeAmplifier({ name, ...amplifier });
const driven = (targets: Target[], ...devices: LibraryDevice[]) => [...drivesOf(targets, devices).values()];

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
  it('is one of four channels before two of two, where that costs and takes no more', () => {
    const two = (name: string) => amp(name, { priceClass: 1, amplifier: { channels: 2 } });
    const four = (priceClass: number, size: LibraryDevice['size'] = 'medium', filters = false) =>
      amp('four', {
        ...{ priceClass, size, amplifier: { channels: 4 } },
        ...(filters && { crossover: { lowestHz: 40, highestHz: 5000 } }),
      });
    const names = (...devices: LibraryDevice[]) =>
      driven([target('a'), target('b')], ...devices).map((d) => d.amplifier?.name);
    expect(names(two('x'), two('y'), four(2))).toEqual(['four', 'four']);
    expect(names(two('x'), two('y'), four(3))).toEqual(['x', 'y']);
    expect(names(two('x'), two('y'), four(2, 'large'))).toEqual(['x', 'y']);
    // A person's own choice stays, and filters that would be lost are not.
    const [x, y] = [two('x'), two('y')].map((d) => ({
      ...d,
      crossover: { lowestHz: 40, highestHz: 5000 },
    }));
    expect(names(x, y, four(2))).toEqual(['x', 'y']);
    expect(names(x, y, four(2, 'medium', true))).toEqual(['four', 'four']);
    const chosen = [target('a', { amplifierId: 'x' }), target('b')];
    expect(driven(chosen, two('x'), two('y'), four(2)).map((d) => d.amplifier?.name)).toEqual(['x', 'y']);
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
