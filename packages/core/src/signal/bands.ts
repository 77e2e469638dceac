/** Octave ratio of base ten, IEC 61260-1:2014, 5.2. */
export const OCTAVE_RATIO = 10 ** 0.3;

/** Reference frequency in Hz, IEC 61260-1:2014, 5.3. */
export const REFERENCE_HZ = 1000;

export interface Band {
  /** exact mid-band frequency, Hz */
  midHz: number;
  /** lower band-edge frequency, Hz */
  lowHz: number;
  /** upper band-edge frequency, Hz */
  highHz: number;
}

/**
 * Fractional-octave bands of IEC 61260-1:2014 (5.4 to 5.6) whose mid-band lies in the given range.
 * For even fractions (1/6, 1/12, 1/24) the standard puts 1 kHz on a band edge, so mid-bands lie half a step off it.
 *
 * @param fraction bands in an octave: 1, 3, 6, 12 or 24
 * @param lowHz lowest mid-band wanted, Hz
 * @param highHz highest mid-band wanted, Hz
 * @example fractionalOctaveBands(3, 900, 1100)[0].midHz // 1000
 */
export function fractionalOctaveBands(fraction: number, lowHz = 20, highHz = 20_000): Band[] {
  if (!(Number.isInteger(fraction) && fraction > 0)) throw new RangeError(`bands in an octave: ${fraction}`);
  if (!(lowHz > 0 && highHz >= lowHz)) throw new RangeError(`no bands from ${lowHz} to ${highHz} Hz`);
  const offset = fraction % 2 === 1 ? 0 : 0.5;
  const place = (hz: number) =>
    fraction * (Math.log10(hz / REFERENCE_HZ) / Math.log10(OCTAVE_RATIO)) - offset;
  // A mid-band that the range names exactly must not fall out by rounding.
  const first = Math.ceil(place(lowHz) - 1e-9);
  const last = Math.floor(place(highHz) + 1e-9);
  const half = OCTAVE_RATIO ** (0.5 / fraction);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => {
    const midHz = REFERENCE_HZ * OCTAVE_RATIO ** ((first + i + offset) / fraction);
    return { midHz, lowHz: midHz / half, highHz: midHz * half };
  });
}
