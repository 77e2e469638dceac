/**
 * Phase of a minimum-phase system from its level, by the relation of gain and phase (Bode 1945, ch. XIV):
 * phase(u0) = 1/pi * integral of dA/du ln coth |(u - u0)/2| du, with u = ln f and A in nepers. The level is taken as
 * straight between points of the grid, so that each step's weight is the integral of ln coth over it.
 * Beyond both ends the level is held.
 *
 * @param lnF evenly spaced logarithms of frequency
 * @param levelDb level, dB
 * @returns phase in radians at the same points
 */
export function minimumPhase(lnF: Float64Array, levelDb: ArrayLike<number>): Float64Array {
  const n = lnF.length;
  if (n < 2) return new Float64Array(n);
  const h = (lnF[n - 1] - lnF[0]) / (n - 1);
  const slopes = Float64Array.from(
    { length: n - 1 },
    (_, i) => ((levelDb[i + 1] - levelDb[i]) / h) * (Math.LN10 / 20),
  );
  // Weight of the step that starts k grid steps after the point; steps before it are its mirror image.
  const weight = Float64Array.from({ length: n }, (_, k) => integralLnCoth(k * h, (k + 1) * h) / Math.PI);
  return Float64Array.from({ length: n }, (_, at) => {
    let phase = 0;
    for (let s = 0; s < slopes.length; s++) phase += slopes[s] * weight[s >= at ? s - at : at - s - 1];
    return phase;
  });
}

/**
 * Integral of ln coth(u/2) from a to b, 0 <= a < b, by its series: ln coth(u/2) = 2 sum over odd m of e^(-m u)/m.
 */
function integralLnCoth(a: number, b: number): number {
  const upTo = (u: number): number => {
    if (u === 0) return 0;
    // From 0 to u: pi^2/4 minus the tail; the tail's series converges quickly but near 0, where ln coth ~ ln(2/u).
    if (u < 0.3) return u * (Math.log(2 / u) + 1) + u ** 3 / 36;
    let tail = 0;
    for (let m = 1; m < 400; m += 2) {
      const term = Math.exp(-m * u) / (m * m);
      tail += term;
      if (term < 1e-14) break;
    }
    return Math.PI ** 2 / 4 - 2 * tail;
  };
  return upTo(b) - upTo(a);
}
