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
  /** ms */
  delayMs?: number;
  /** corner of a second-order all-pass, Hz */
  allPassHz?: number | null;
}

/**
 * Adds responses as complex numbers.
 *
 * @param inputs at least one, all on the same grid
 * @param hz that grid; only delays and all-passes need it
 */
export function sumResponses(inputs: readonly SummedInput[], hz: readonly number[] = []): ComplexResponse {
  const n = inputs[0].response.re.length;
  const re = new Float64Array(n);
  const im = new Float64Array(n);
  for (const { response, inverted, gainDb, delayMs = 0, allPassHz = null } of inputs)
    addInput(response, hz, { sign: inverted ? -1 : 1, gainDb, delayMs, allPassHz }, re, im);
  return { re, im };
}

/**
 * Adds one input under its setting to a running sum. A second-order all-pass of Q 0.7 turns the phase by
 * -2 atan2(x / Q, 1 - x^2), x = f / corner.
 */
export function addInput(
  { re, im }: ComplexResponse,
  hz: readonly number[],
  {
    sign,
    gainDb,
    delayMs,
    allPassHz,
  }: { sign: number; gainDb: number; delayMs: number; allPassHz: number | null },
  sumRe: Float64Array,
  sumIm: Float64Array,
): void {
  const g = sign * 10 ** (gainDb / 20);
  if (delayMs === 0 && allPassHz === null) {
    for (let k = 0; k < re.length; k++) {
      sumRe[k] += g * re[k];
      sumIm[k] += g * im[k];
    }
    return;
  }
  for (let k = 0; k < re.length; k++) {
    const x = allPassHz === null ? 0 : hz[k] / allPassHz;
    const turn = -0.002 * Math.PI * hz[k] * delayMs - 2 * Math.atan2(x / 0.7, 1 - x * x);
    const c = g * Math.cos(turn);
    const s = g * Math.sin(turn);
    sumRe[k] += c * re[k] - s * im[k];
    sumIm[k] += c * im[k] + s * re[k];
  }
}

/** Levels lie within so many of their standard deviations. */
const SPAN_DEVIATIONS = 2;

/**
 * How far a sum may lie from the prediction when phases are not measured: from all in step, each as loud as it may be,
 * down to the loudest alone, as quiet as it may be, against all others.
 *
 * @param inputs with `scatterDb`, what each level is unsure of, one standard deviation; left out: 0
 * @returns dB, two curves
 */
export function sumSpan(inputs: readonly (SummedInput & { scatterDb?: number })[]): {
  bestDb: number[];
  worstDb: number[];
} {
  const n = inputs[0].response.re.length;
  const bestDb: number[] = [];
  const worstDb: number[] = [];
  for (let i = 0; i < n; i++) {
    let total = 0;
    let clear = 0;
    for (const { response, gainDb, scatterDb = 0 } of inputs) {
      const off = 10 ** ((SPAN_DEVIATIONS * scatterDb) / 20);
      const a = 10 ** (gainDb / 20) * Math.hypot(response.re[i], response.im[i]);
      total += a * off;
      clear = Math.max(clear, a * (off + 1 / off));
    }
    bestDb.push(20 * Math.log10(total + 1e-15));
    // The loudest less the others: its own share of the total is taken back, and its quietest put in.
    worstDb.push(20 * Math.log10(Math.max(clear - total, 0) + 1e-15));
  }
  return { bestDb, worstDb };
}
