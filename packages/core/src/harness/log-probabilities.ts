/** Logarithms of odds as probabilities. */
export function normalised(logs: Float64Array): Float64Array {
  let most = -Infinity;
  for (const v of logs) if (v > most) most = v;
  const p = new Float64Array(logs.length);
  let sum = 0;
  for (let n = 0; n < p.length; n++) sum += p[n] = Math.exp(logs[n] - most);
  for (let n = 0; n < p.length; n++) p[n] /= sum;
  return p;
}

/** log of the sum of exponentials */
export function logSum(logs: Float64Array): number {
  let most = -Infinity;
  for (const v of logs) if (v > most) most = v;
  if (most === -Infinity) return most;
  let sum = 0;
  for (const v of logs) sum += Math.exp(v - most);
  return most + Math.log(sum);
}
