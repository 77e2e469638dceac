/**
 * Solves A x = b for a symmetric positive definite A by Cholesky's decomposition.
 *
 * @param a n x n, row by row; only the lower triangle is read
 * @param b n
 * @returns x, or `null` when A is not positive definite
 */
export function solveCholesky(a: Float64Array, b: Float64Array): Float64Array | null {
  const factor = choleskyFactor(a, b.length);
  return factor && backSubstitute(factor, b);
}

/** Diagonal of the inverse of a symmetric positive definite matrix, or `null` when it is not. */
export function inverseDiagonal(a: Float64Array, n: number): Float64Array | null {
  const factor = choleskyFactor(a, n);
  if (!factor) return null;
  const unit = new Float64Array(n);
  return Float64Array.from({ length: n }, (_, i) => {
    unit.fill(0);
    unit[i] = 1;
    return backSubstitute(factor, unit)[i];
  });
}

function choleskyFactor(a: Float64Array, n: number): Float64Array | null {
  const l = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = a[i * n + j];
      for (let k = 0; k < j; k++) sum -= l[i * n + k] * l[j * n + k];
      if (i === j) {
        if (!(sum > 0)) return null;
        l[i * n + i] = Math.sqrt(sum);
      } else {
        l[i * n + j] = sum / l[j * n + j];
      }
    }
  }
  return l;
}

function backSubstitute(l: Float64Array, b: Float64Array): Float64Array {
  const n = b.length;
  const x = Float64Array.from(b);
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) x[i] -= l[i * n + k] * x[k];
    x[i] /= l[i * n + i];
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) x[i] -= l[k * n + i] * x[k];
    x[i] /= l[i * n + i];
  }
  return x;
}
