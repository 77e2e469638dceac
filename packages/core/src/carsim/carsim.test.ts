import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJobFile } from '../model/read-job-file.ts';
import { ColumnReader } from '../signal/columns/column-reader.ts';
import { measureChain } from './analyser.ts';
import { DEMO_CARS } from './cars/index.ts';
import { columnsText, jobFileOfCar } from './job-file-of-car.ts';
import { seededRandom } from '../quantity/random.ts';
import { chainAtStep } from './simulated-car.ts';
import { transferAt, type SimulatedChain } from './transfer.ts';

const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');
const level = (chain: SimulatedChain, hz: number) => {
  const h = transferAt(chain, hz);
  return 10 * Math.log10(h.re ** 2 + h.im ** 2);
};
const plain: SimulatedChain = { gainDb: 0, filters: [], peaks: [], delay: 0, inverted: false };

describe('transferAt, against textbook values', () => {
  it.each([1, 2, 3, 4])(
    'a Butterworth of order %d is 3.01 dB down at its corner and falls n x 6.02 dB per octave',
    (order) => {
      const chain = {
        ...plain,
        filters: [{ side: 'low-pass' as const, family: 'butterworth' as const, order, cornerHz: 100 }],
      };
      expect(level(chain, 100)).toBeCloseTo(-3.0103, 3);
      expect(level(chain, 6400) - level(chain, 3200)).toBeCloseTo(-6.0206 * order, 2);
    },
  );
  it('a Linkwitz-Riley is 6.02 dB down at its corner', () => {
    expect(
      level(
        { ...plain, filters: [{ side: 'high-pass', family: 'linkwitz-riley', order: 4, cornerHz: 100 }] },
        100,
      ),
    ).toBeCloseTo(-6.0206, 3);
  });
  it('a peak reaches its gain, an all-pass changes no level, a delay turns the phase', () => {
    expect(level({ ...plain, peaks: [{ frequencyHz: 500, gainDb: 4, q: 2 }] }, 500)).toBeCloseTo(4, 9);
    expect(level({ ...plain, allPassHz: 300 }, 450)).toBeCloseTo(0, 9);
    const h = transferAt({ ...plain, delay: 0.001 }, 250);
    expect([h.re, h.im].map((v) => Math.round(v * 1e9) / 1e9 + 0)).toEqual([0, -1]);
    expect(transferAt({ ...plain, inverted: true, gainDb: -20 }, 100).re).toBeCloseTo(-0.1, 9);
  });
});

describe('measureChain', () => {
  it('is the same for the same seed, and another for another', () => {
    const once = measureChain(plain, { seed: 4 });
    expect(measureChain(plain, { seed: 4 })).toEqual(once);
    expect(measureChain(plain, { seed: 5 }).levelDb).not.toEqual(once.levelDb);
  });
  it('shows the chain with the scatter that was asked for', () => {
    const { levelDb } = measureChain(plain, { seed: 1, scatterDb: 1, lowHz: 199, highHz: 201, points: 4000 });
    const mean = levelDb.reduce((a, b) => a + b, 0) / levelDb.length;
    const sd = Math.sqrt(levelDb.reduce((s, l) => s + (l - mean) ** 2, 0) / levelDb.length);
    expect(mean).toBeCloseTo(0, 1);
    expect(sd).toBeGreaterThan(0.93);
    expect(sd).toBeLessThan(1.07);
  });
  it('cannot see under its noise floor', () => {
    const quiet = measureChain({ ...plain, gainDb: -120 }, { seed: 1, floorDb: -70, scatterDb: 0 });
    for (const l of quiet.levelDb) expect(l).toBeCloseTo(-70, 3);
  });
});

describe('seededRandom', () => {
  it('has the moments that it should', () => {
    const random = seededRandom(42);
    const normal = Array.from({ length: 20_000 }, () => random.normal());
    const mean = normal.reduce((a, b) => a + b, 0) / normal.length;
    expect(Math.abs(mean)).toBeLessThan(0.03);
    expect(normal.reduce((s, v) => s + v * v, 0) / normal.length).toBeCloseTo(1, 1);
    const even = Array.from({ length: 5000 }, () => random.between(2, 4));
    expect(Math.min(...even)).toBeGreaterThanOrEqual(2);
    expect(Math.max(...even)).toBeLessThan(4);
    expect(new Set(Array.from({ length: 200 }, () => random.pick(['a', 'b', 'c']))).size).toBe(3);
  });
});

describe('the demo shop', () => {
  it.each(DEMO_CARS.map((car, i) => [car.id, i] as const))('%s is what its file in demo/ says', (id, i) => {
    const made = jobFileOfCar(DEMO_CARS[i], i, sha256);
    const kept: unknown = JSON.parse(
      readFileSync(new URL(`../../../../demo/jobs/${i + 1}-${id}.ulpen.json`, import.meta.url), 'utf8'),
    );
    expect(kept).toEqual(JSON.parse(JSON.stringify(made)));
    expect(readJobFile(kept)).toHaveProperty('file');
  });

  it('the people carrier withdraws bass above its step, and only there', () => {
    const [carrier] = DEMO_CARS;
    const woofer = carrier.units[0].outputs[0];
    const at = (step: number, hz: number) =>
      level(chainAtStep(carrier, woofer, step), hz) - 1.5 * (step - 18);
    expect(at(20, 60)).toBeCloseTo(at(18, 60), 9);
    expect(at(26, 60)).toBeLessThan(at(18, 60) - 3);
    expect(at(26, 300)).toBeCloseTo(at(18, 300), 1);
  });

  it('columns that are written are read back', () => {
    const response = { frequencyHz: [20, 200, 2000], levelDb: [-3, 0, 1], phaseDeg: [90, 0, -45] };
    const reader = new ColumnReader();
    reader.push(columnsText(response));
    expect(reader.finish().response).toEqual(response);
  });
});
