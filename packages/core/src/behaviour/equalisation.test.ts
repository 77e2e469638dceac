import { describe, expect, it } from 'vitest';
import { madeAnalysis } from '../../test/made-up-measured.ts';
import { equalisationOf } from './equalisation.ts';

describe('a factory equaliser', () => {
  const model = {
    gainDb: 0,
    noiseFloorDb: null,
    highPass: null,
    lowPass: null,
    equaliser: [],
    shelves: [],
    noiseTiltDb: 0,
    clockHz: null,
    rmsDb: 0,
    stop: 'gain' as const,
  };
  const bent = (part: object = {}) =>
    equalisationOf(
      madeAnalysis((hz) => (hz > 900 && hz < 1100 ? 6 : hz > 4000 && hz < 5000 ? -4 : 0), { model, ...part }),
    );
  it('is what the filters leave over', () => {
    expect(bent({ model: null })).toBeNull();
    const { highest, lowest, frequencyHz } = bent()!;
    expect(highest.db).toBeCloseTo(6, 6);
    expect([highest.hz > 900, highest.hz < 1100, lowest.hz > 4000, lowest.hz < 5000]).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect(lowest.db).toBeCloseTo(-4, 6);
    expect(frequencyHz).toHaveLength(120);
  });
  it('well above the noise only', () => {
    expect(bent({ noiseFloorDb: -9 })!.frequencyHz.some((hz) => hz > 4000 && hz < 5000)).toBe(false);
    expect(bent({ noiseFloorDb: 0 })!.frequencyHz.every((hz) => hz > 900 && hz < 1100)).toBe(true);
    expect(bent({ noiseFloorDb: 5 })).toBeNull();
  });
});
