import { describe, expect, it } from 'vitest';
import { GRIDS, hardCurve } from '../carsim/hard/hard-curve.ts';
import { hardOutput, type HardOutput, trueSixDb } from '../carsim/hard/hard-output.ts';
import { recordPeriod } from '../carsim/recorder.ts';
import type { SimulatedChain, SimulatedFilter } from '../carsim/transfer.ts';
import { seededRandom } from '../quantity/random.ts';
import { Recording } from '../sound/recording/recording.ts';
import { pinkNoise } from '../sound/test-signals/pink-noise.ts';
import { analyseResponse } from './analyse.ts';
import { WHITE_NOISE_TILT_DB } from './noise-floor.ts';

const chain = (more: Partial<SimulatedChain>): SimulatedChain => ({
  gainDb: -8,
  filters: [],
  peaks: [],
  delay: 0,
  inverted: false,
  ...more,
});
const QUIET = { kind: 'pink', underDb: 60 } as const;
const output = (more: Partial<SimulatedChain>, noise: HardOutput['noise'] = QUIET): HardOutput => ({
  chain: chain(more),
  noise,
  bandClass: 'unclear',
  equalised: false,
});
const analysed = (made: HardOutput, grid: (typeof GRIDS)[number] = 'twenty-fourth', seed = 1) =>
  analyseResponse(hardCurve(made, grid, seed));

describe('equalisation is not a filter', () => {
  const low = (gainDb: number) => ({
    shelves: [{ side: 'low' as const, frequencyHz: 120, gainDb, slope: 0.9 }],
  });
  it.each([
    ['14 dB of bass boost', low(14)],
    ['10 dB of bass', low(10)],
    ['6 dB less bass', low(-6)],
    ['10 dB of treble', { shelves: [{ side: 'high' as const, frequencyHz: 4000, gainDb: 10, slope: 0.9 }] }],
    ['9 dB missing at 50 Hz', { peaks: [{ frequencyHz: 50, gainDb: -9, q: 1.4 }] }],
    ['12 dB more at 90 Hz', { peaks: [{ frequencyHz: 90, gainDb: 12, q: 1 }] }],
  ])('%s leaves a full-range output full range', (_, more) => {
    const found = analysed(output(more));
    expect(found.bandClass).toBe('full-range');
    expect(found.confidence).toBeGreaterThan(0.8);
    expect(found.noiseFloorDb).toBeNull();
  });
  it('nor does it hide a filter', () => {
    const filters: SimulatedFilter[] = [
      { side: 'low-pass', family: 'linkwitz-riley', order: 4, cornerHz: 3000 },
    ];
    const found = analysed(output({ filters, ...low(12) }));
    expect(found.bandClass).toBe('low-pass');
    expect(Math.abs(Math.log2(found.highHz! / 3000))).toBeLessThan(1 / 12);
    expect(found.model!.shelves[0]).toMatchObject({ side: 'low' });
    expect(found.model!.shelves[0].gainDb).toBeCloseTo(12, -0.5);
  });
});

describe('digital filters', () => {
  it.each([
    ['low-pass', 2509, 48_000],
    ['low-pass', 6200, 44_100],
    ['high-pass', 4800, 44_100],
  ] as const)('%s at %d Hz, run at %d Hz, has its edge where it is', (side, cornerHz, clockHz) => {
    for (const [family, order] of [
      ['linkwitz-riley', 4],
      ['butterworth', 2],
      ['butterworth', 1],
    ] as const) {
      const filter: SimulatedFilter = { side, family, order, cornerHz };
      const found = analysed(output({ filters: [filter], clockHz }));
      const [hz, error] =
        side === 'low-pass' ? [found.highHz!, found.highError!] : [found.lowHz!, found.lowError!];
      const off = Math.abs(Math.log2(hz / trueSixDb(filter, clockHz)));
      expect(found.bandClass).toBe(side);
      expect(off).toBeLessThan(1 / 12);
      expect(off).toBeLessThan(Math.max(0.01, 2 * error));
    }
  });
});

describe('noise that rises into the signal', () => {
  const RATE = 48_000;
  const source = pinkNoise(2 ** 18, RATE, -16, 11);
  const recorded = (filters: SimulatedFilter[], noiseDb: number) => {
    const [samples] = recordPeriod(source, [chain({ gainDb: 0, filters })], {
      sampleRate: RATE,
      noiseDb,
      seed: 5,
    });
    const recording = new Recording(RATE, 1, 'pink');
    recording.push([samples]);
    return analyseResponse(recording.result().channels[0].bands, { noiseTiltDb: WHITE_NOISE_TILT_DB });
  };
  it.each([200, 700, 2500])(
    '10 dB under a low-pass at its corner, %d Hz: still one, and seen as noise',
    (cornerHz) => {
      // In the band of a 24th octave at the corner white noise of this effective value lies 10 dB under pink noise of -16.
      const noiseDb = -16 - 23.8 - 10 - 10 * Math.log10((cornerHz * 0.0289) / 24_000);
      for (const [family, order] of [
        ['butterworth', 2],
        ['linkwitz-riley', 2],
        ['linkwitz-riley', 4],
      ] as const) {
        const found = recorded([{ side: 'low-pass', family, order, cornerHz }], noiseDb);
        expect(found.bandClass).toBe('low-pass');
        expect(found.noiseTiltDb).toBeCloseTo(WHITE_NOISE_TILT_DB, 6);
        expect(Math.abs(Math.log2(found.model!.lowPass!.cornerHz / cornerHz))).toBeLessThan(1 / 4);
      }
    },
  );
  it('noise without programme is no band', () => {
    const random = seededRandom(3);
    const recording = new Recording(RATE, 1, 'pink');
    recording.push([Float32Array.from({ length: 2 ** 18 }, () => 0.003 * random.normal())]);
    const found = analyseResponse(recording.result().channels[0].bands, { noiseTiltDb: WHITE_NOISE_TILT_DB });
    expect(found.bandClass).toBe('unclear');
    expect(found.reasons[0]).toMatch(/^Silent or very quiet/);
  });
});

describe('mains hum', () => {
  it('is left out of the fit, on every grid', () => {
    const filters: SimulatedFilter[] = [
      { side: 'high-pass', family: 'linkwitz-riley', order: 4, cornerHz: 900 },
    ];
    for (const grid of GRIDS) {
      const found = analysed(output({ filters }, { kind: 'mains', underDb: 20 }), grid);
      expect(found.bandClass).toBe('high-pass');
      expect(Math.abs(Math.log2(found.lowHz! / 900))).toBeLessThan(1 / 12);
    }
  });
});

describe('sixty hard outputs', () => {
  // The whole set is run by `npm run accuracy`; here only that nothing has slipped.
  it('are called what they are, and never wrongly with confidence', () => {
    let [right, sure, holds, edges] = [0, 0, 0, 0];
    for (let seed = 40_000; seed < 40_060; seed++) {
      const made = hardOutput(seed);
      const found = analysed(made, GRIDS[seed % 4], seed);
      if (found.bandClass === made.bandClass) right++;
      else if (found.confidence > 0.9) sure++;
      for (const f of made.chain.filters) {
        const truth = trueSixDb(f, made.chain.clockHz);
        const [hz, error] =
          f.side === 'low-pass' ? [found.highHz, found.highError] : [found.lowHz, found.lowError];
        if (found.bandClass !== made.bandClass || hz === null || truth < 40 || truth > 13_000) continue;
        edges++;
        if (Math.abs(Math.log2(hz / truth)) < 2 * error!) holds++;
      }
    }
    expect(right).toBeGreaterThanOrEqual(57);
    expect(sure).toBeLessThanOrEqual(1);
    expect(holds / edges).toBeGreaterThan(0.9);
  });
});
