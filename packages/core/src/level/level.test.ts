import { describe, expect, it } from 'vitest';
import { formatVolts, voltsFor, voltsToDbu, voltsToDbv, wattsInto } from '../quantity/volts.ts';
import { bridgeLimit, gainVolts } from './gain-setting.ts';
import { type ChainInput, headroomDb, levelChain } from './level-chain.ts';

describe('volts', () => {
  it('agree with the textbook', () => {
    expect(voltsToDbu(0.7746)).toBeCloseTo(0, 3);
    expect(voltsToDbv(2)).toBeCloseTo(6.02, 2);
    expect(wattsInto(20, 4)).toBe(100);
    expect(voltsFor(80, 4)).toBeCloseTo(17.89, 2);
    expect(bridgeLimit(14)).toBeCloseTo(9.9, 2);
    expect([0.42, 0.0996, 8.44, 12.34, 150].map(formatVolts)).toEqual([
      '420 mV',
      '100 mV',
      '8.4 V',
      '12.3 V',
      '150 V',
    ]);
  });
  it('80 W into 4 ohm with a -10 dB tone: 5.7 V without overlap, 17.9 V with 10 dB of it', () => {
    const goal = { watts: 80, ohm: 4, toneDb: -10 };
    expect(gainVolts({ ...goal, overlapDb: 0 })).toBeCloseTo(5.66, 2);
    expect(gainVolts({ ...goal, overlapDb: 10 })).toBeCloseTo(17.89, 2);
  });
});

const chain = (part: Partial<ChainInput> = {}) =>
  levelChain({
    output: { volts: 8, maxVolts: 9, standing: 'measured' },
    sumDb: 0,
    device: { name: 'Box', maxInputVolts: 20, maxOutputVolts: 6, gainDb: { min: -26, max: 0 }, boostDb: 0 },
    amplifier: { input: { minVolts: 0.3, maxVolts: 4 }, watts: 60, ohm: 4 },
    watts: 50,
    ohm: 4,
    step: 22,
    lowHz: 60,
    taps: 1,
    ...part,
  });

describe('levelChain', () => {
  it('names every point, and no figure exceeds what its stage can give', () => {
    const { points, deviceGainDb } = chain();
    expect(points.map((p) => p.name)).toEqual([
      'Factory output',
      'Box, in',
      'Box, out',
      'Amplifier, in',
      'Speaker',
    ]);
    for (const p of points) expect(p.volts).toBeLessThanOrEqual(p.maxVolts! * 1.0001);
    // 1 dB is left below the nearer limit, the amplifier's 4 V.
    expect(points[2].volts).toBeCloseTo(4 * 10 ** (-1 / 20), 6);
    expect(deviceGainDb).toBeCloseTo(20 * Math.log10(points[2].volts / 8), 6);
  });
  it('finds where it clips first', () => {
    expect(chain().firstToClip).toBe(4);
    const { points, firstToClip } = chain({
      watts: 5,
      output: { volts: 8.9, maxVolts: 9, standing: 'measured' },
    });
    expect(firstToClip).toBe(0);
    expect(headroomDb(points[0])).toBeCloseTo(20 * Math.log10(9 / 8.9), 9);
    expect(headroomDb({ ...points[0], maxVolts: null })).toBe(Infinity);
  });
  it('a device that cannot go low enough leaves the input overdriven, and shows it', () => {
    const box = {
      name: 'Box',
      maxInputVolts: 20,
      maxOutputVolts: null,
      gainDb: { min: -3, max: 0 },
      boostDb: 0,
    };
    const { points } = chain({ device: box });
    expect(points[3].volts).toBeGreaterThan(points[3].maxVolts!);
  });
  it('boost of the equaliser is taken from the gain', () => {
    const box = {
      name: 'Box',
      maxInputVolts: 20,
      maxOutputVolts: 6,
      gainDb: { min: -40, max: 0 },
      boostDb: 6,
    };
    expect(chain({ device: box }).points[2].volts).toBeCloseTo(chain().points[2].volts, 6);
  });
  it.each([
    [{}, true, 'would do'],
    [{ taps: 2 }, false, 'joined'],
    [{ output: { volts: 14, maxVolts: 20, standing: 'measured' as const } }, false, 'saturate'],
    [{ lowHz: 30 }, false, 'lowest octave'],
    [{ output: { volts: 1, maxVolts: 2, standing: 'measured' as const } }, false, 'wants 300 mV'],
  ])('passive %j: %s', (part, would, word) => {
    const { passive } = chain(part);
    expect(passive.would).toBe(would);
    expect(passive.says).toContain(word);
  });
});
