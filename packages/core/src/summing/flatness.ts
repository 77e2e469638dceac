import { SUM_GRID_HZ } from './output-response.ts';

export interface Need {
  /** Hz */
  lowHz: number;
  /** Hz */
  highHz: number;
}

export interface Flatness {
  /** half the span between the highest and the lowest level in the needed band, dB: "within +/- x dB" */
  withinDb: number;
  /** level that the band is centred on, dB */
  centreDb: number;
  /** root mean square departure from the mean level, dB, holes counted up to -24 dB */
  rmsDb: number;
  /** needed band is there: nowhere more than {@link HOLE_DB} under the pass band, nor the edges over {@link EDGE_DB} */
  covers: boolean;
  /** ranges of the needed band that are missing, Hz */
  missing: { fromHz: number; toHz: number }[];
}

/** A dip deeper than this is a hole, dB under the median. */
export const HOLE_DB = 8;
/** At the edge itself the needed band may already fall by this much, dB. */
export const EDGE_DB = 6;
const WORST_DIP_DB = 24;

/** Indices of the grid inside a needed band, both ends included to half a step. */
export function gridRange(need: Need): { from: number; to: number } {
  const half = 2 ** (1 / 24);
  let from = SUM_GRID_HZ.findIndex((f) => f >= need.lowHz / half);
  let to = SUM_GRID_HZ.findLastIndex((f) => f <= need.highHz * half);
  if (from < 0) from = SUM_GRID_HZ.length - 1;
  if (to < from) to = from;
  return { from, to };
}

/**
 * Judges a level curve against the band a target needs, on 1/6-octave means (neighbouring grid points averaged in
 * power), since narrower ripple is not heard as tone.
 *
 * @param levelDb on the summing grid, dB
 */
export function judgeFlatness(levelDb: readonly number[], need: Need): Flatness {
  const { from, to } = gridRange(need);
  const smooth: number[] = [];
  for (let i = from; i <= to; i++) {
    const other = i < to ? i + 1 : Math.max(from, i - 1);
    smooth.push(10 * Math.log10(0.5 * (10 ** (levelDb[i] / 10) + 10 ** (levelDb[other] / 10))));
  }
  const sorted = [...smooth].sort((a, b) => a - b);
  const middle = sorted[sorted.length >> 1];
  const clipped = smooth.map((l) => Math.max(l, middle - WORST_DIP_DB));
  const mean = clipped.reduce((a, b) => a + b, 0) / clipped.length;
  const rmsDb = Math.sqrt(clipped.reduce((s, l) => s + (l - mean) ** 2, 0) / clipped.length);
  const highest = sorted[sorted.length - 1];
  const lowest = sorted[0];

  const missing: Flatness['missing'] = [];
  const edgePoints = Math.min(2, smooth.length >> 2);
  for (let i = 0; i < smooth.length; i++) {
    const allowed = i < edgePoints || i >= smooth.length - edgePoints ? EDGE_DB : HOLE_DB;
    if (smooth[i] >= middle - Math.max(allowed, EDGE_DB)) continue;
    const hz = SUM_GRID_HZ[from + i];
    const last = missing[missing.length - 1];
    if (last && i > 0 && SUM_GRID_HZ[from + i - 1] === last.toHz) last.toHz = hz;
    else missing.push({ fromHz: hz, toHz: hz });
  }
  return {
    withinDb: (highest - lowest) / 2,
    centreDb: (highest + lowest) / 2,
    rmsDb,
    covers: missing.length === 0,
    missing,
  };
}
