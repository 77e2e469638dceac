/** A complex response on a shared grid of frequencies: real and imaginary part apart, as the sums need them. */
export interface ComplexResponse {
  re: Float64Array;
  im: Float64Array;
}

/** Level of a complex response, dB. */
export function levelOf(sum: ComplexResponse): number[] {
  return Array.from(sum.re, (re, i) => 10 * Math.log10(re * re + sum.im[i] * sum.im[i] + 1e-30));
}

export interface SummedInput {
  response: ComplexResponse;
  /** reversed plus and minus */
  inverted: boolean;
  /** trim at this input, dB */
  gainDb: number;
}

/**
 * Adds responses as complex numbers.
 *
 * @param inputs at least one, all on the same grid
 */
export function sumResponses(inputs: readonly SummedInput[]): ComplexResponse {
  const n = inputs[0].response.re.length;
  const re = new Float64Array(n);
  const im = new Float64Array(n);
  for (const { response, inverted, gainDb } of inputs) {
    const g = (inverted ? -1 : 1) * 10 ** (gainDb / 20);
    for (let i = 0; i < n; i++) {
      re[i] += g * response.re[i];
      im[i] += g * response.im[i];
    }
  }
  return { re, im };
}

/**
 * How far a sum may lie from the prediction when phases are not measured: from all in step down to the loudest alone
 * against all others.
 *
 * @returns dB, two curves
 */
export function sumSpan(inputs: readonly SummedInput[]): { bestDb: number[]; worstDb: number[] } {
  const n = inputs[0].response.re.length;
  const bestDb: number[] = [];
  const worstDb: number[] = [];
  for (let i = 0; i < n; i++) {
    let total = 0;
    let loudest = 0;
    for (const { response, gainDb } of inputs) {
      const a = 10 ** (gainDb / 20) * Math.hypot(response.re[i], response.im[i]);
      total += a;
      if (a > loudest) loudest = a;
    }
    bestDb.push(20 * Math.log10(total + 1e-15));
    worstDb.push(20 * Math.log10(Math.max(2 * loudest - total, 0) + 1e-15));
  }
  return { bestDb, worstDb };
}
