import { describe, expect, it } from 'vitest';
import { classify, DEFAULT_LIMITS } from './classify.ts';
import { edgeEstimate } from './edge-estimate.ts';
import type { Edge } from './edges.ts';
import type { FilterModel, FittedFilter, FittedFilters } from './fit/fit-filter.ts';
import { levelOfFilterModel } from './fit/model-level.ts';
import type { Rival } from './fit/rivals.ts';
import { seededRandom } from '../quantity/random.ts';

const grid = (fromHz = 20, toHz = 20_000) => {
  const n = Math.round(12 * Math.log2(toHz / fromHz)) + 1;
  return {
    frequencyHz: Array.from({ length: n }, (_, i) => fromHz * 2 ** (i / 12)),
    levelDb: Array.from({ length: n }, () => 0),
  };
};
/** @param frequencyHz null: the data end before the level has fallen */
const edge = (frequencyHz: number | null, beyond: 'below' | 'above'): Edge[] => [
  { dropDb: 6, relation: frequencyHz === null ? beyond : 'at', frequencyHz: frequencyHz ?? 1000 },
];
const filter = (sixDbHz: number, errorOctaves = 0.05): FittedFilter => ({
  family: 'linkwitz-riley',
  order: 4,
  cornerHz: sixDbHz,
  sixDbHz,
  slopeDbPerOctave: 24,
  errorOctaves,
});
const model = (highPass: FittedFilter | null, lowPass: FittedFilter | null): FilterModel => ({
  gainDb: 0,
  noiseFloorDb: null,
  highPass,
  lowPass,
  noiseTiltDb: 0,
  clockHz: null,
  equaliser: [],
  shelves: [],
  rmsDb: 0.1,
  stop: 'gain',
});
/** The model as the only one that explains the data. */
const alone = (model: FilterModel): FittedFilters => ({
  model,
  rivals: [{ probability: 1, highPass: model.highPass, lowPass: model.lowPass }],
});

interface Found {
  low?: number | null;
  high?: number | null;
  model?: FilterModel | null;
  rivals?: Rival[];
  /** left out: what the model makes, or flat */
  response?: ReturnType<typeof grid>;
  passBandDb?: number;
  floorDb?: number | null;
  silence?: boolean;
  limits?: typeof DEFAULT_LIMITS;
}
const told = (found: Found = {}) => {
  const { low = null, high = null, model = null, passBandDb = -10, floorDb = null } = found;
  const flat = found.response ?? grid();
  const smoothed =
    model && !found.response
      ? { ...flat, levelDb: levelOfFilterModel({ ...model, gainDb: passBandDb }, flat.frequencyHz) }
      : flat;
  const edges = { low: edge(low, 'below'), high: edge(high, 'above') };
  const fitted = model && { ...alone(model), ...(found.rivals && { rivals: found.rivals }) };
  const placed = model && { ...model, gainDb: passBandDb };
  return classify({
    raw: smoothed,
    smoothed,
    passBandDb,
    noiseFloorDb: floorDb,
    silenceMeasured: found.silence ?? false,
    fitted,
    low: edgeEstimate('low', smoothed, edges, placed),
    high: edgeEstimate('high', smoothed, edges, placed),
    limits: found.limits ?? DEFAULT_LIMITS,
  });
};

describe('the class of a band', () => {
  it.each([
    [null, null, 'full-range'],
    [30, 18_000, 'full-range'],
    [100, null, 'high-pass'],
    [null, 100, 'low-pass'],
    [300, 3000, 'band-pass'],
  ] as const)('edges read at %s and %s Hz: %s', (low, high, bandClass) => {
    const { bandClass: is, confidence, lowHz, highHz } = told({ low, high });
    expect([is, lowHz, highHz]).toEqual([bandClass, low, high]);
    expect(confidence).toBeGreaterThan(0.95);
  });
  it('at the limit is as likely the one as the other, and says so', () => {
    const at = told({ low: 50 });
    expect(at.confidence).toBeCloseTo(0.5, 2);
    expect(at.reasons[0]).toContain('close to the 50 Hz limit');
    expect(told({ high: 12_000 }).reasons[0]).toContain('close to the 12 kHz limit');
    // A read edge is good to 0.12 octave; a word is said within twice that.
    expect(told({ low: 50 * 2 ** 0.23 }).reasons).toHaveLength(1);
    expect(told({ low: 50 * 2 ** 0.25 }).reasons).toEqual([]);
    expect(told({ low: 50 / 2 ** 0.23 }).reasons).toHaveLength(1);
    // One standard deviation inside the limit: 84 %.
    expect(told({ low: 50 * 2 ** 0.12 }).confidence).toBeCloseTo(0.845, 2);
    expect(told({ low: 50 / 2 ** 0.12 })).toMatchObject({ bandClass: 'full-range' });
    expect(told({ high: 12_000 / 2 ** 0.12 })).toMatchObject({ bandClass: 'low-pass' });
    expect(told({ high: 12_000 * 2 ** 0.12 })).toMatchObject({ bandClass: 'full-range' });
    // Both at the limit: two even chances.
    expect(told({ low: 50, high: 12_000 }).confidence).toBeCloseTo(0.25, 2);
  });
  it('a fitted filter counts before what was read, with its own error', () => {
    const fitted = told({ low: 400, model: model(filter(100), null) });
    expect(fitted).toMatchObject({ bandClass: 'high-pass', lowHz: 100 });
    expect(told({ model: model(filter(55, 0.3), null) }).confidence).toBeLessThan(0.75);
    expect(told({ model: model(filter(55, 0.01), null) }).confidence).toBeGreaterThan(0.99);
    expect(told({ model: model(null, filter(9000)) })).toMatchObject({ bandClass: 'low-pass', highHz: 9000 });
    // Beyond the data it is not shown.
    const narrow = { response: grid(40, 12_000) };
    expect(told({ ...narrow, model: model(filter(35), filter(14_000)) })).toMatchObject({
      lowHz: null,
      highHz: null,
    });
    expect(told({ ...narrow, model: model(filter(37), filter(13_000)) })).toMatchObject({
      lowHz: 37,
      highHz: 13_000,
    });
  });
});

describe('what is not judged', () => {
  it('data that end before the band does', () => {
    const from = (lowHz: number, highHz: number) => told({ response: grid(lowHz, highHz) });
    expect(from(59, 20_000).bandClass).not.toBe('unclear');
    const low = from(62, 20_000);
    expect(low.bandClass).toBe('unclear');
    expect(low.reasons[0]).toMatch(
      /^The data start at 62(\.0)? Hz, before the band does: measure further down\.$/,
    );
    expect(from(20, 11_300).bandClass).not.toBe('unclear');
    const high = from(20, 10_240);
    expect(high.bandClass).toBe('unclear');
    expect(high.reasons[0]).toMatch(
      /^The data end at 10(\.\d)? kHz, before the band does: measure further up\.$/,
    );
    // With an edge inside, it does not matter where they end.
    expect(told({ response: grid(62, 20_000), low: 300 }).bandClass).toBe('high-pass');
  });
  it('less than an octave', () => {
    expect(told({ response: grid(1000, 2000), low: 1100, high: 1900 }).bandClass).toBe('band-pass');
  });
  it('silence', () => {
    expect(told({ passBandDb: -80.5 })).toMatchObject({
      bandClass: 'silent',
      highHz: null,
      reasons: ['The loudest octave lies at -81 dB: nothing plays on this pair.'],
    });
    expect(told({ passBandDb: -80, low: 300 }).bandClass).toBe('high-pass');
  });
  it('what may be silence: quiet without any shape, or as ragged as noise', () => {
    expect(told({ passBandDb: -58.1 }).reasons[0]).toMatch(/^Silent or very quiet: compare with another/);
    expect(told({ passBandDb: -57.9 }).bandClass).toBe('full-range');
    // Against a measured silence it is known.
    expect(told({ passBandDb: -72, floorDb: -95, silence: true }).bandClass).toBe('full-range');
    const random = seededRandom(9);
    const noise = (db: number) => {
      const response = grid();
      response.levelDb = response.levelDb.map(() => -30 + db * random.normal());
      return told({ response, passBandDb: -30 }).bandClass;
    };
    expect([noise(0.8), noise(3.5)]).toEqual(['full-range', 'unclear']);
  });
  it('what other models explain as well', () => {
    const filtered = model(filter(300), null);
    const flat = { highPass: null, lowPass: null };
    const rivals = (probability: number): Rival[] => [
      { probability, highPass: filter(300), lowPass: null },
      { probability: 1 - probability, ...flat },
    ];
    expect(told({ model: filtered, rivals: rivals(0.9) })).toMatchObject({ bandClass: 'high-pass' });
    expect(told({ model: filtered, rivals: rivals(0.9) }).confidence).toBeCloseTo(0.9, 2);
    const even = told({ model: filtered, rivals: rivals(0.55) });
    expect(even.bandClass).toBe('unclear');
    expect(even.reasons[0]).toContain('High-pass fits best, but something else fits nearly as well');
  });
  it('a curve that crosses elsewhere than its model: the curve counts', () => {
    const curve = { ...grid(), levelDb: levelOfFilterModel(model(null, filter(2500)), grid().frequencyHz) };
    const wrong = told({ model: model(null, filter(3800, 0.02)), response: curve, passBandDb: 0 });
    expect(Math.abs(Math.log2(wrong.highHz! / 2500))).toBeLessThan(0.02);
    expect(wrong.highError).toBeGreaterThan(0.1);
    expect(wrong.reasons[0]).toMatch(
      /^The curve is 6 dB down at 2\.5 kHz, the fitted filter at 3\.8 kHz\. The curve is used/,
    );
    // A model without that edge stays what it is, however the curve falls.
    const rivals: Rival[] = [
      { probability: 0.7, highPass: null, lowPass: filter(3800, 0.02) },
      { probability: 0.3, highPass: null, lowPass: null },
    ];
    const open = told({ model: model(null, filter(3800, 0.02)), rivals, response: curve, passBandDb: 0 });
    expect(open.confidence).toBeCloseTo(0.7, 2);
    const right = told({ model: model(null, filter(2550, 0.02)), response: curve, passBandDb: 0 });
    expect(right).toMatchObject({ highHz: 2550, highError: 0.02, reasons: [] });
  });
  it('a curve as ragged as noise', () => {
    const jagged = (db: number) => {
      const response = grid();
      response.levelDb = response.levelDb.map((_, i) => (i % 2 ? db / 0.6745 : 0) * 0.6745 * 0.6745);
      return told({ response, low: 300 });
    };
    expect(jagged(4.9).bandClass).toBe('high-pass');
    expect(jagged(5.1)).toMatchObject({ bandClass: 'unclear', confidence: 0.3, lowHz: null });
    expect(jagged(8).reasons[0]).toContain('jumps 8 dB');
    const slope = grid();
    slope.levelDb = slope.levelDb.map((_, i) => 8 * i);
    expect(told({ response: slope, low: 300 }).bandClass).toBe('high-pass');
  });
  it('what hardly stands above the noise', () => {
    expect(told({ passBandDb: -10, floorDb: -22 }).bandClass).toBe('full-range');
    expect(told({ passBandDb: -10, floorDb: -21.9 })).toMatchObject({
      bandClass: 'unclear',
      confidence: 0.3,
    });
    expect(told({ passBandDb: -10, floorDb: -18 }).reasons[0]).toContain('only 8 dB above');
  });
  it('limits are the shop’s', () => {
    const strict = told({ low: 45, limits: { ...DEFAULT_LIMITS, fullRangeLowHz: 30 } });
    expect(strict.bandClass).toBe('high-pass');
  });
});
