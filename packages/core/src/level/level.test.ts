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
    overlapDb: 5,
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
  it('trims of the sum reach the device and what follows, not what is read at the output', () => {
    const { points, deviceGainDb } = chain({ sumDb: -6 });
    expect(points.map((p) => p.volts).slice(0, 2)).toEqual([8, 8]);
    expect(points[2].volts).toBeCloseTo(4 * 10 ** (-1 / 20), 6);
    expect(deviceGainDb).toBeCloseTo(chain().deviceGainDb + 6, 9);
    const bare = chain({ sumDb: -6, device: null });
    expect(bare.points.map((p) => p.name)).toEqual(['Factory output', 'Amplifier, in', 'Speaker']);
    expect(bare.points[1].volts).toBeCloseTo(8 * 10 ** (-6 / 20), 9);
    expect(bare.deviceGainDb).toBe(0);
  });
  it('the nearest limit counts: the device’s own, the amplifier’s, or 2 V where none is known', () => {
    const box = { name: 'Box', maxInputVolts: 20, gainDb: { min: -40, max: 20 }, boostDb: 0 };
    const out = (maxOutputVolts: number | null, input: { minVolts: number; maxVolts: number } | null) =>
      chain({ device: { ...box, maxOutputVolts }, amplifier: { input, watts: 60, ohm: 4 } }).points[2].volts;
    const spare = 10 ** (-1 / 20);
    const input = { minVolts: 0.3, maxVolts: 4 };
    expect(out(3, input)).toBeCloseTo(3 * spare, 9);
    expect(out(6, null)).toBeCloseTo(6 * spare, 9);
    expect(out(null, input)).toBeCloseTo(4 * spare, 9);
    expect(out(null, null)).toBeCloseTo(2, 9);
  });
  it('gains stay within what the device can do', () => {
    const box = { name: 'Box', maxInputVolts: 20, maxOutputVolts: 6, boostDb: 0 };
    expect(chain({ device: { ...box, gainDb: { min: -3, max: 0 } } }).deviceGainDb).toBe(-3);
    expect(chain({ device: { ...box, gainDb: { min: -40, max: -20 } } }).deviceGainDb).toBe(-20);
  });
  it('the speaker gets what is wanted and the amplifier can, at the amplifier’s load', () => {
    const amp = (watts: number, ohm: number) => ({ input: null, watts, ohm });
    const speaker = (part: Partial<ChainInput>) => chain(part).points.at(-1)!;
    expect(speaker({ watts: 50, amplifier: amp(60, 2) })).toEqual({
      name: 'Speaker',
      volts: 10,
      maxVolts: Math.sqrt(120),
      standing: 'measured',
    });
    expect(speaker({ watts: 90, amplifier: amp(60, 4) }).volts).toBeCloseTo(Math.sqrt(240), 9);
    expect(speaker({ watts: null, amplifier: amp(60, 4) }).volts).toBeCloseTo(Math.sqrt(240), 9);
    // No amplifier yet: what is wanted, or a usual 50 W, and nothing is claimed of it.
    expect(speaker({ watts: 32, amplifier: null, ohm: 2 })).toEqual({
      name: 'Speaker',
      volts: 8,
      maxVolts: null,
      standing: 'assumed',
    });
    expect(speaker({ watts: null, amplifier: null }).volts).toBeCloseTo(Math.sqrt(200), 9);
  });
  it('the gain is set by the tone and the overlap that it says', () => {
    const { gain } = chain({ watts: 80, amplifier: { input: null, watts: 100, ohm: 4 } });
    const { volts, plainVolts } = gain;
    expect(gain).toEqual({ toneDb: -10, overlapDb: 5, plainVolts, volts, watts: 80, ohm: 4, step: 22 });
    expect(volts).toBeCloseTo(Math.sqrt(320) * 10 ** (-5 / 20), 9);
    // Without overlap a full-scale tone just reaches the watts.
    expect(plainVolts! * 10 ** (10 / 20)).toBeCloseTo(Math.sqrt(320), 9);
    expect(chain({ overlapDb: 0 }).gain.volts).toBe(chain({ overlapDb: 10 }).gain.plainVolts);
  });
  it('of two that clip together the first in the chain is named', () => {
    const { firstToClip } = chain({
      output: { volts: 4, maxVolts: 4, standing: 'measured' },
      device: null,
      amplifier: { input: { minVolts: 0.3, maxVolts: 4 }, watts: 1000, ohm: 4 },
    });
    expect(firstToClip).toBe(0);
  });
  it('a passive one is judged at its limits: 10 V, 40 Hz, just what the amplifier wants', () => {
    const output = (volts: number) => ({ volts, maxVolts: 20, standing: 'measured' as const });
    expect(chain({ output: output(10) }).passive.would).toBe(true);
    expect(chain({ output: output(10.01) }).passive.would).toBe(false);
    expect(chain({ lowHz: 40 }).passive.would).toBe(true);
    expect(chain({ lowHz: 39 }).passive.would).toBe(false);
    // An eighth of 2.4 V is the 300 mV that it wants; without a figure 500 mV are wanted.
    expect(chain({ output: output(2.4) }).passive.would).toBe(true);
    expect(chain({ output: output(3.9), amplifier: null }).passive.says).toContain('wants 500 mV');
    expect(chain({ output: output(4), amplifier: { input: null, watts: 60, ohm: 4 } }).passive.would).toBe(
      true,
    );
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
