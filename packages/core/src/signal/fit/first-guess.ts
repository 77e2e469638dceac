import { powerToDb } from '../../quantity/decibel.ts';
import { median, withoutNoise } from '../pass-band.ts';
import type { FitData, FitGrid } from './fit-data.ts';
import type { ModelValues, SectionValues } from './model.ts';

/** Beyond a point this far down the band is over, dB. */
const FALLEN_DB = 4;

/**
 * Values to start from: the floor from the quietest part, the corners where the level falls off to either side of the
 * loudest octave of what stands out of it.
 */
export function firstGuess(
  { hz, levelDb, floorDb }: FitData,
  grid: FitGrid,
  besideShelf: boolean,
): ModelValues {
  const n = hz.length;
  const riseDb = Array.from(grid.rise, powerToDb);
  const sunk = Array.from(levelDb, (l, i) => l - riseDb[i]).sort((a, b) => a - b);
  const floor = floorDb ?? sunk[Math.floor(0.03 * n)] - 1;
  const signal = withoutNoise(
    Array.from(levelDb),
    riseDb.map((rise) => floor + rise),
  );
  const level = (from: number, to: number) => {
    const there = signal.filter((_, i) => hz[i] >= from && hz[i] < to);
    return there.length > 0 ? median(there) : null;
  };
  let [loudest, at] = [-Infinity, 0];
  for (let i = 0; i < n && hz[i] * 2 <= hz[n - 1] * 1.01; i++) {
    const octave = level(hz[i], hz[i] * 2)!;
    if (octave > loudest) [loudest, at] = [octave, i];
  }
  const middle = level(400, 2000) ?? loudest;
  if (besideShelf) [loudest, at] = [middle, hz.findIndex((f) => f >= 700)];
  let [first, last] = [Math.max(0, at), Math.max(0, at)];
  while (last < n - 1 && (signal[last] > loudest - FALLEN_DB || signal[last + 1] > loudest - FALLEN_DB))
    last++;
  while (first > 0 && (signal[first] > loudest - FALLEN_DB || signal[first - 1] > loudest - FALLEN_DB))
    first--;
  const shelf = (lnHz: number, db: number | null): SectionValues => ({
    lnHz,
    gainDb: db === null ? 0 : Math.max(-12, Math.min(12, db - middle)),
    lnQ: Math.log(0.65),
  });
  return {
    gainDb: loudest,
    floorDb: floor,
    lnHighPass: Math.log(hz[first]),
    lnLowPass: Math.log(hz[last]),
    lowShelf: shelf(Math.log(140), level(30, 80)),
    highShelf: shelf(Math.log(4500), level(9000, 16_000)),
    peaks: [],
  };
}
