import { solveCholesky } from './linear-solve.ts';

/** A least-squares problem with a robust loss on the data and plain quadratic priors on the parameters. */
export interface RobustProblem {
  /** number of data points */
  points: number;
  /** lower and upper bound of every parameter */
  lower: Float64Array;
  upper: Float64Array;
  /** where a prior pulls each parameter, and its standard deviation (Infinity: no pull) */
  priorMean: Float64Array;
  priorSigma: Float64Array;
  /**
   * Writes the residuals (model minus data, in units of the loss scale) and, if wanted, the Jacobian, a column for each
   * parameter.
   */
  evaluate(parameters: Float64Array, residual: Float64Array, jacobian: readonly Float64Array[] | null): void;
}

export interface RobustFit {
  parameters: Float64Array;
  /** sum of soft-L1 losses of the data, without priors */
  loss: number;
  /** the same with priors: what was minimised */
  objective: number;
  /** J^T W J at the solution, without priors, parameters x parameters */
  normal: Float64Array;
  iterations: number;
  /** why it ended: small relative gain, step too small to go on, or the limit of iterations */
  stop: 'gain' | 'step' | 'limit';
}

/** Soft-L1 loss 2 (sqrt(1 + r^2) - 1): squares for small residuals, absolute value for large ones. */
const softL1 = (r: number): number => 2 * (Math.sqrt(1 + r * r) - 1);

/**
 * Minimises a robust least-squares problem by Levenberg's and Marquardt's method with iteratively re-weighted
 * residuals (Marquardt 1963; weights of the soft-L1 loss as in Triggs et al. 2000). Parameters are clipped to bounds.
 *
 * @param start first guess, is not changed
 * @param limit most iterations
 * @param tolerance relative gain of the objective under which it ends
 */
export function fitRobust(
  problem: RobustProblem,
  start: Float64Array,
  limit = 40,
  tolerance = 1e-4,
): RobustFit {
  const k = start.length;
  const residual = new Float64Array(problem.points);
  const trialResidual = new Float64Array(problem.points);
  const jacobian = Array.from({ length: k }, () => new Float64Array(problem.points));
  const damped = new Float64Array(k * k);
  const inside = (from: Float64Array, step: Float64Array | null) => {
    const to = new Float64Array(k);
    for (let j = 0; j < k; j++)
      to[j] = clip(from[j] - (step ? step[j] : 0), problem.lower[j], problem.upper[j]);
    return to;
  };
  let parameters = inside(start, null);
  problem.evaluate(parameters, residual, jacobian);
  let loss = totalLoss(residual);
  let objective = loss + priorLoss(problem, parameters);
  let { normal, gradient } = normalEquations(problem, parameters, residual, jacobian);
  let damping = 1e-2;
  let stop: RobustFit['stop'] = 'limit';
  let iterations = 0;

  while (iterations < limit) {
    iterations++;
    damped.set(normal);
    for (let j = 0; j < k; j++) {
      const prior = problem.priorSigma[j] ** -2;
      damped[j * k + j] += prior + damping * (normal[j * k + j] + prior + 1e-9);
    }
    const step = solveCholesky(damped, gradient);
    const trial = inside(parameters, step);
    problem.evaluate(trial, trialResidual, null);
    const trialLoss = totalLoss(trialResidual);
    const trialObjective = trialLoss + priorLoss(problem, trial);
    if (trialObjective < objective) {
      const gain = (objective - trialObjective) / (objective + 1e-9);
      parameters = trial;
      loss = trialLoss;
      objective = trialObjective;
      damping = Math.max(damping / 5, 1e-9);
      if (gain < tolerance) {
        // The curvature of the step before is that of this one, as near as the end is.
        stop = 'gain';
        break;
      }
      problem.evaluate(parameters, residual, jacobian);
      ({ normal, gradient } = normalEquations(problem, parameters, residual, jacobian));
    } else {
      damping *= 8;
      if (damping > 1e6) {
        stop = 'step';
        break;
      }
    }
  }
  return { parameters, loss, objective, normal, iterations, stop };
}

function normalEquations(
  p: RobustProblem,
  parameters: Float64Array,
  residual: Float64Array,
  jacobian: readonly Float64Array[],
) {
  const k = parameters.length;
  const n = residual.length;
  const normal = new Float64Array(k * k);
  const gradient = new Float64Array(k);
  const weighted = new Float64Array(n);
  const weight = new Float64Array(n);
  for (let i = 0; i < n; i++) weight[i] = 1 / Math.sqrt(1 + residual[i] * residual[i]);
  for (let a = 0; a < k; a++) {
    const own = jacobian[a];
    let slope = 0;
    for (let i = 0; i < n; i++) {
      weighted[i] = weight[i] * own[i];
      slope += weighted[i] * residual[i];
    }
    gradient[a] = slope + (parameters[a] - p.priorMean[a]) * p.priorSigma[a] ** -2;
    for (let b = 0; b <= a; b++) {
      normal[a * k + b] = dot(weighted, jacobian[b]);
    }
  }
  return { normal, gradient };
}

/** Four sums side by side: one alone would wait for each addition. */
function dot(a: Float64Array, b: Float64Array): number {
  const n = a.length;
  const whole = n - (n % 4);
  let [s0, s1, s2, s3] = [0, 0, 0, 0];
  for (let i = 0; i < whole; i += 4) {
    s0 += a[i] * b[i];
    s1 += a[i + 1] * b[i + 1];
    s2 += a[i + 2] * b[i + 2];
    s3 += a[i + 3] * b[i + 3];
  }
  for (let i = whole; i < n; i++) s0 += a[i] * b[i];
  return s0 + s1 + (s2 + s3);
}

function totalLoss(residual: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < residual.length; i++) sum += softL1(residual[i]);
  return sum;
}

function priorLoss(p: RobustProblem, parameters: Float64Array): number {
  let sum = 0;
  for (let j = 0; j < parameters.length; j++)
    sum += ((parameters[j] - p.priorMean[j]) / p.priorSigma[j]) ** 2;
  return sum;
}

function clip(value: number, low: number, high: number): number {
  return value < low ? low : value > high ? high : value;
}
