import { dbToPower, powerToDb } from '../quantity/decibel.ts';
import { fractionalOctaveBands } from './bands.ts';
import { assertResponse, type Response } from './response.ts';

/** A band less covered by data than this share of its width is left out rather than guessed. */
const LEAST_COVER = 0.5;

/**
 * Averages a response over fractional-octave bands.
 *
 * Power is averaged (not integrated, not decibels), as is right for transfer functions and level columns; between
 * points power runs straight over log frequency, so band edges cut points in fractions and sparse data work too.
 * Bands that the data cover by less than half are left out. Phase, where present, is read at mid-band.
 *
 * @param response any spacing, rising frequencies
 * @param fraction bands in an octave: 1, 3, 6, 12 or 24
 * @param lowHz lowest mid-band, Hz
 * @param highHz highest mid-band, Hz
 * @returns response on IEC 61260-1 mid-band frequencies; may be empty
 * @throws RangeError when the response is not usable
 */
export function smoothToBands(response: Response, fraction: number, lowHz = 20, highHz = 20_000): Response {
  assertResponse(response);
  const { frequencyHz, levelDb, phaseDeg } = response;
  const n = frequencyHz.length;
  const x = frequencyHz.map(Math.log);
  const power = levelDb.map(dbToPower);

  // Each band is summed by itself: differences of a running total would lose a skirt 140 dB down.
  const integral = (from: number, to: number): number => {
    let sum = 0;
    for (let i = indexBelow(x, from); i < n - 1 && x[i] < to; i++) {
      const left = Math.max(from, x[i]);
      const right = Math.min(to, x[i + 1]);
      const slope = (power[i + 1] - power[i]) / (x[i + 1] - x[i]);
      sum += (right - left) * (power[i] + slope * (0.5 * (left + right) - x[i]));
    }
    return sum;
  };

  const midHz: number[] = [];
  const level: number[] = [];
  for (const band of fractionalOctaveBands(fraction, lowHz, highHz)) {
    const from = Math.max(Math.log(band.lowHz), x[0]);
    const to = Math.min(Math.log(band.highHz), x[n - 1]);
    const width = Math.log(band.highHz / band.lowHz);
    if (to - from < LEAST_COVER * width) continue;
    midHz.push(band.midHz);
    level.push(powerToDb(integral(from, to) / (to - from)));
  }
  if (!phaseDeg) return { frequencyHz: midHz, levelDb: level };
  const phase = interpolate(x, unwrapDegrees(phaseDeg), midHz.map(Math.log));
  return { frequencyHz: midHz, levelDb: level, phaseDeg: phase };
}

/** Removes jumps of more than half a turn between neighbouring points. Degrees in, degrees out. */
export function unwrapDegrees(phaseDeg: readonly number[]): number[] {
  let turns = 0;
  return phaseDeg.map((phase, i) => {
    if (i > 0) turns -= Math.round((phase - phaseDeg[i - 1]) / 360);
    return phase + 360 * turns;
  });
}

/** Straight-line interpolation of y over rising x; outside the data the end value is held. */
export function interpolate(x: readonly number[], y: readonly number[], at: readonly number[]): number[] {
  return at.map((wanted) => {
    if (wanted <= x[0]) return y[0];
    if (wanted >= x[x.length - 1]) return y[y.length - 1];
    const i = indexBelow(x, wanted);
    return y[i] + ((wanted - x[i]) / (x[i + 1] - x[i])) * (y[i + 1] - y[i]);
  });
}

/** Largest i up to length - 2 with x[i] <= at. */
function indexBelow(x: readonly number[], at: number): number {
  let low = 0;
  let high = x.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (x[middle] <= at) low = middle;
    else high = middle;
  }
  return low;
}
