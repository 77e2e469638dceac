/** A second-order section of an equaliser; Q of a shelf is its steepness. */
export interface EqualiserSection {
  kind: 'peaking' | 'low-shelf' | 'high-shelf';
  frequencyHz: number;
  gainDb: number;
  q: number;
}

/**
 * Level of one section, dB: the analogue prototypes of the Audio EQ Cookbook (R. Bristow-Johnson), with A = 10^(gain/40)
 * and s = j f / f0:
 * peaking (s^2 + s A/Q + 1) / (s^2 + s/(A Q) + 1),
 * low shelf A (s^2 + s sqrt(A)/Q + A) / (A s^2 + s sqrt(A)/Q + 1), and the high shelf its mirror image.
 *
 * @param hz frequency, Hz
 */
export function sectionDb({ kind, frequencyHz, gainDb, q }: EqualiserSection, hz: number): number {
  const a = 10 ** (gainDb / 40);
  const x = hz / frequencyHz;
  const x2 = x * x;
  const mirror = kind === 'high-shelf' ? 1 / x2 : x2;
  let above: number;
  let below: number;
  if (kind === 'peaking') {
    const real = (1 - x2) ** 2;
    above = real + ((a / q) * x) ** 2;
    below = real + (x / (a * q)) ** 2;
  } else {
    const imaginary = (a / (q * q)) * mirror;
    above = a * a * ((a - mirror) ** 2 + imaginary);
    below = (1 - a * mirror) ** 2 + imaginary;
  }
  return 10 * Math.log10(above / below);
}

/** A curve with sections applied, dB. */
export function equalised(
  levelDb: readonly number[],
  hz: readonly number[],
  sections: readonly EqualiserSection[],
): number[] {
  return levelDb.map((l, i) => sections.reduce((sum, s) => sum + sectionDb(s, hz[i]), l));
}

/** b0 b1 b2 a1 a2 with a0 = 1. */
export interface Biquad {
  b: [number, number, number];
  a: [number, number];
}

/**
 * Coefficients of one section (Audio EQ Cookbook, bilinear transform), for y = b0 x + b1 x1 + b2 x2 - a1 y1 - a2 y2.
 *
 * @param sampleRate Hz, more than twice the section's frequency
 * @throws RangeError when the frequency is not below half the sample rate
 */
export function biquadOf({ kind, frequencyHz, gainDb, q }: EqualiserSection, sampleRate: number): Biquad {
  if (!(frequencyHz < sampleRate / 2)) throw new RangeError('the section lies above half the sample rate');
  const a = 10 ** (gainDb / 40);
  const w = (2 * Math.PI * frequencyHz) / sampleRate;
  const cos = Math.cos(w);
  const alpha = Math.sin(w) / (2 * q);
  let b: [number, number, number];
  let d: [number, number, number];
  if (kind === 'peaking') {
    b = [1 + alpha * a, -2 * cos, 1 - alpha * a];
    d = [1 + alpha / a, -2 * cos, 1 - alpha / a];
  } else {
    // The high shelf is the low shelf with the sign of cos turned and the middle terms with it.
    const c = kind === 'low-shelf' ? cos : -cos;
    const root = 2 * Math.sqrt(a) * alpha;
    const middle = kind === 'low-shelf' ? 1 : -1;
    b = [
      a * (a + 1 - (a - 1) * c + root),
      middle * 2 * a * (a - 1 - (a + 1) * c),
      a * (a + 1 - (a - 1) * c - root),
    ];
    d = [a + 1 + (a - 1) * c + root, middle * -2 * (a - 1 + (a + 1) * c), a + 1 + (a - 1) * c - root];
  }
  return { b: [b[0] / d[0], b[1] / d[0], b[2] / d[0]], a: [d[1] / d[0], d[2] / d[0]] };
}
