import { describe, expect, it } from 'vitest';
import { sixDbDown, variedClassCase, variedOutput } from '../carsim/varied.ts';
import { analyseResponse } from './analyse.ts';

describe('accuracy on outputs with known truth (the whole table: npm run accuracy)', () => {
  it.each([
    ['clean', 1 / 12, 0.95],
    ['equalised', 1 / 3, 0.9],
  ] as const)('%s: edges within %d octave', (difficulty, octaves, share) => {
    let within = 0;
    let all = 0;
    for (let seed = 1000; seed < 1020; seed++) {
      const { chain: truth, measured: response } = variedOutput(seed, difficulty);
      const model = analyseResponse(response).model!;
      for (const f of truth.filters.filter((x) => sixDbDown(x) > 40)) {
        const fitted = f.side === 'low-pass' ? model.lowPass : model.highPass;
        all++;
        if (fitted && Math.abs(Math.log2(fitted.sixDbHz / sixDbDown(f))) <= octaves) within++;
      }
    }
    expect(within / all).toBeGreaterThanOrEqual(share);
  });

  it('class, with borderline and silent outputs among them', () => {
    const cases = Array.from({ length: 40 }, (_, i) => variedClassCase(7000 + i));
    const right = cases.filter((c) => analyseResponse(c.measured).bandClass === c.bandClass).length;
    expect(right / cases.length).toBeGreaterThanOrEqual(0.95);
  });
});
