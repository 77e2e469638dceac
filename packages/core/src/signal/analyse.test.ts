import { describe, expect, it } from 'vitest';
import { measureChain } from '../carsim/analyser.ts';
import type { SimulatedChain, SimulatedFilter } from '../carsim/transfer.ts';
import { seededRandom } from '../quantity/random.ts';
import { analyseCapture, analyseResponse, applyTilt, quickAnalysis } from './analyse.ts';

const chain = (filters: SimulatedFilter[], gainDb = -6): SimulatedChain => ({
  gainDb,
  filters,
  peaks: [],
  delay: 0,
  inverted: false,
});
const filter = (side: SimulatedFilter['side'], cornerHz: number): SimulatedFilter => ({
  side,
  family: 'linkwitz-riley',
  order: 4,
  cornerHz,
});
const measured = (filters: SimulatedFilter[], more: Partial<Parameters<typeof measureChain>[1]> = {}) =>
  measureChain(chain(filters), { seed: 3, floorDb: -60, ...more });

describe('analyseResponse', () => {
  it.each([
    ['full-range', [], null, null],
    ['low-pass', [filter('low-pass', 95)], null, 95],
    ['high-pass', [filter('high-pass', 3400)], 3400, null],
    ['band-pass', [filter('high-pass', 380), filter('low-pass', 3400)], 380, 3400],
  ] as const)('calls a %s what it is, with its edges', (bandClass, filters, low, high) => {
    const a = analyseResponse(measured([...filters]));
    expect(a.bandClass).toBe(bandClass);
    expect(a.confidence).toBeGreaterThan(0.95);
    if (low) expect(Math.abs(Math.log2(a.lowHz! / low))).toBeLessThan(1 / 12);
    if (high) expect(Math.abs(Math.log2(a.highHz! / high))).toBeLessThan(1 / 12);
    expect(quickAnalysis(measured([...filters])).bandClass).toBe(bandClass);
  });

  it('says that the class is close where an edge lies at the limit', () => {
    const a = analyseResponse(
      measured([{ side: 'high-pass', family: 'butterworth', order: 2, cornerHz: 50 * 1.316 }]),
    );
    expect(a.confidence).toBeLessThan(0.95);
    expect(a.reasons.join(' ')).toContain('close to the 50 Hz limit');
  });

  it('hears silence, and says why', () => {
    const a = analyseResponse(measureChain(chain([], -110), { seed: 1, floorDb: -95 }));
    expect(a.bandClass).toBe('silent');
    expect(a.reasons[0]).toMatch(/nothing plays/);
  });

  it('will not judge a curve that is as ragged as noise', () => {
    const random = seededRandom(4);
    const frequencyHz = Array.from({ length: 120 }, (_, i) => 20 * 1000 ** (i / 119));
    const a = analyseResponse({ frequencyHz, levelDb: frequencyHz.map(() => 12 * random.normal() - 30) });
    expect(a.bandClass).toBe('unclear');
    expect(a.reasons[0]).toContain('like noise');
  });

  it('will not judge what hardly stands above the noise', () => {
    const a = analyseResponse(measured([filter('low-pass', 300)]), { noiseFloorDb: -14 });
    expect(a.bandClass).toBe('unclear');
    expect(a.reasons[0]).toContain('Silent or very quiet');
    const clear = measured([filter('low-pass', 300)], { floorDb: -40 });
    expect(analyseResponse(clear, { noiseFloorDb: -40 }).bandClass).toBe('low-pass');
  });

  it.each([
    ['start', { lowHz: 200 }],
    ['end', { highHz: 4000 }],
  ])('will not guess beyond where the data %s', (word, range) => {
    const a = analyseResponse(measured([], range));
    expect(a.bandClass).toBe('unclear');
    expect(a.reasons[0]).toContain(`The data ${word} at`);
  });

  it('asks for more points than a handful', () => {
    const a = analyseResponse({ frequencyHz: [990, 1000, 1010], levelDb: [0, 1, 0] });
    expect([a.bandClass, a.model]).toEqual(['unclear', null]);
  });

  it('gives the same through the door for worker threads', () => {
    const response = measured([filter('low-pass', 400)]);
    expect(analyseCapture({ response, levelKind: 'flat' })).toEqual(analyseResponse(response));
  });

  it('refuses NaN instead of spreading it', () => {
    expect(() => analyseResponse({ frequencyHz: [1, 2, 3], levelDb: [0, NaN, 1] })).toThrow(/point 2/);
  });
});

describe('applyTilt', () => {
  it('makes a narrow-band spectrum of pink noise read flat', () => {
    const frequencyHz = Array.from({ length: 200 }, (_, i) => 20 * 1000 ** (i / 199));
    // Power density of pink noise is 1/f.
    const pink = { frequencyHz, levelDb: frequencyHz.map((f) => -10 * Math.log10(f)) };
    const flat = applyTilt(pink, 'narrow-band-pink').levelDb;
    flat.forEach((l) => expect(l).toBeCloseTo(flat[0], 9));
    expect(analyseResponse(pink, { levelKind: 'narrow-band-pink' }).bandClass).toBe('full-range');
    // Not told so, it is not taken for an output that is equalised.
    const untold = analyseResponse(pink);
    expect(untold.bandClass).toBe('unclear');
    expect(untold.reasons[0]).toContain('say so when you import it');
  });
  it('makes white noise in octave bands read flat', () => {
    const frequencyHz = [125, 250, 500, 1000, 2000];
    const white = applyTilt(
      { frequencyHz, levelDb: frequencyHz.map((f) => 10 * Math.log10(f)) },
      'octave-band-white',
    ).levelDb;
    white.forEach((l) => expect(l).toBeCloseTo(30, 9));
  });
  it('never tilts silently', () => {
    const response = { frequencyHz: [100, 1000], levelDb: [1, 2] };
    expect(applyTilt(response, 'flat')).toBe(response);
  });
});
