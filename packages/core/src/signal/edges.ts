import { floorRise } from './noise-floor.ts';
import type { Response } from './response.ts';

/** Drops below the pass band at which edges are read, dB. */
export const EDGE_DROPS_DB = [3, 6, 10] as const;
export type EdgeDrop = (typeof EDGE_DROPS_DB)[number];

/** An edge is only believed this far above the noise floor, dB. */
export const ABOVE_NOISE_DB = 6;

/** Anything above the threshold for less than this is a line or a whistle, octaves. */
export const LEAST_RUN_OCTAVES = 0.25;

export interface Edge {
  /** dB below the pass band */
  dropDb: EdgeDrop;
  /** Hz */
  frequencyHz: number;
  /**
   * `at`: the level crosses there. `below` / `above`: it lies below or above that frequency, which is where the data
   * end or sink into the noise.
   */
  relation: 'at' | 'below' | 'above';
}

export interface Edges {
  low: Edge[];
  high: Edge[];
}

/**
 * Outermost crossings of -3, -6 and -10 dB below the pass band, interpolated over log frequency, beyond which the level
 * stays below to the end of the data but for bumps narrower than {@link LEAST_RUN_OCTAVES}.
 *
 * @param response on fractional-octave bands, at least two
 * @param passBandDb level of the pass band, dB
 * @param noiseFloorDb dB at 1 kHz, or null when none is seen
 * @param tiltDb how the floor rises, dB per octave
 * @returns edges of both sides, in the order of {@link EDGE_DROPS_DB}
 */
export function findEdges(
  response: Response,
  passBandDb: number,
  noiseFloorDb: number | null,
  tiltDb = 0,
): Edges {
  const x = response.frequencyHz.map((f) => Math.log2(f));
  const mirrored = x.map((v) => -v).reverse();
  const levels = [...response.levelDb];
  const reversed = [...levels].reverse();
  const floor =
    noiseFloorDb === null ? null : response.frequencyHz.map((hz) => noiseFloorDb + floorRise(hz, tiltDb));
  const reversedFloor = floor && [...floor].reverse();
  const high = EDGE_DROPS_DB.map((dropDb) => outermost(x, levels, passBandDb, dropDb, floor, 'above'));
  const low = EDGE_DROPS_DB.map((dropDb) => {
    const edge = outermost(mirrored, reversed, passBandDb, dropDb, reversedFloor, 'below');
    return { ...edge, frequencyHz: 1 / edge.frequencyHz };
  });
  return { low, high };
}

/** Walks inwards from the right-hand end until the level is above the threshold. `x` is log2 of frequency, rising. */
function outermost(
  x: readonly number[],
  levels: readonly number[],
  passBandDb: number,
  dropDb: EdgeDrop,
  floor: readonly number[] | null,
  beyond: 'below' | 'above',
): Edge {
  const threshold = passBandDb - dropDb;
  const last = x.length - 1;
  let heard = last;
  if (floor) while (heard > 0 && levels[heard] < floor[heard] + ABOVE_NOISE_DB) heard--;
  if (floor && threshold < floor[heard] + ABOVE_NOISE_DB) {
    // The crossing drowns: say how far the signal can be followed instead.
    return { dropDb, frequencyHz: 2 ** x[heard], relation: beyond };
  }
  let i = last;
  while (i >= 0 && !(levels[i] >= threshold && isWideRun(x, levels, i, threshold))) i--;
  if (i < 0 || i === last) return { dropDb, frequencyHz: 2 ** x[Math.max(i, 0)], relation: beyond };
  const t = (levels[i] - threshold) / (levels[i] - levels[i + 1]);
  return { dropDb, frequencyHz: 2 ** (x[i] + t * (x[i + 1] - x[i])), relation: 'at' };
}

/** A whistle or a hum line outside the band is no pass band: what counts stays above for some width. */
function isWideRun(x: readonly number[], levels: readonly number[], end: number, threshold: number): boolean {
  let start = end;
  while (start > 0 && levels[start - 1] >= threshold) start--;
  return start === 0 || x[end] - x[start] >= LEAST_RUN_OCTAVES;
}
