/**
 * Level against frequency, perhaps with phase. All arrays have the same length.
 * Frequencies rise strictly and are above 0 Hz.
 */
export interface Response {
  /** Hz */
  frequencyHz: readonly number[];
  /** dB, against whatever reference the source states */
  levelDb: readonly number[];
  /** degrees against the source signal; absent when it was not measured */
  phaseDeg?: readonly number[];
}

/**
 * Throws unless `response` is usable: equal lengths, at least two points, finite values, rising frequencies above 0.
 * All points are looked at, because one NaN would spoil every sum made from it.
 *
 * @throws RangeError naming the first point that is wrong
 */
export function assertResponse(response: Response): void {
  const { frequencyHz, levelDb, phaseDeg } = response;
  const n = frequencyHz.length;
  if (!(n >= 2)) throw new RangeError('a response needs at least two points');
  if (levelDb.length !== n || (phaseDeg && phaseDeg.length !== n)) {
    throw new RangeError('frequency, level and phase differ in length');
  }
  let previous = 0;
  for (let i = 0; i < n; i++) {
    const f = frequencyHz[i];
    if (!(f > previous) || !Number.isFinite(f)) {
      throw new RangeError(`point ${i + 1}: frequencies must rise from above 0 Hz, found ${f}`);
    }
    if (!Number.isFinite(levelDb[i])) throw new RangeError(`point ${i + 1}: level is ${levelDb[i]}`);
    if (phaseDeg && !Number.isFinite(phaseDeg[i]))
      throw new RangeError(`point ${i + 1}: phase is ${phaseDeg[i]}`);
    previous = f;
  }
}
