import { captureInForce } from '../model/capture-in-force.ts';
import type { JobView, PairView } from '../model/views.ts';
import { formatFrequency } from '../quantity/frequency.ts';
import type { ResponseAnalysis } from '../signal/analyse.ts';

type SameCar = Pick<JobView, 'units' | 'intake'>;
const outputsOf = (job: SameCar): PairView[] => job.units.flatMap((u) => u.pairs);

export interface SamePair {
  pairId: string;
  /** the output of the other job; null: it has none of that channel */
  otherPairId: string | null;
  verdict: 'alike' | 'differs' | 'not-measured' | 'missing';
  says: string;
  /** rms of the difference of both curves with their levels made equal, dB */
  rmsDb: number | null;
}

/** Curves of two cars of one make-up agree within this, dB rms over the pass band. */
const ALIKE_DB = 2;
/** Edges may differ by this, octaves. */
const ALIKE_OCTAVES = 1 / 3;

/**
 * Every output of a job beside the one of the same channel in another job: the same car, or one said to be alike.
 *
 * @param job,otherJob outputs with their captures, and what those are held against
 */
export function besideOtherJob(job: SameCar, otherJob: SameCar): SamePair[] {
  const channel = (p: PairView) => [p.side, p.axle, p.way, p.suffix.toLowerCase()].join('/');
  const byChannel = new Map(outputsOf(otherJob).map((p) => [channel(p), p]));
  return outputsOf(job).map((pair) => {
    const other = byChannel.get(channel(pair));
    const at = { pairId: pair.id, otherPairId: other?.id ?? null, rmsDb: null };
    if (!other) return { ...at, verdict: 'missing', says: 'The other job has no such output.' };
    const [a, b] = [captureInForce(job, pair)?.analysis, captureInForce(otherJob, other)?.analysis];
    if (!a || !b)
      return { ...at, verdict: 'not-measured', says: a ? 'Not measured there.' : 'Not measured here.' };
    return { ...at, ...compare(a, b) };
  });
}

function compare(a: ResponseAnalysis, b: ResponseAnalysis): Pick<SamePair, 'verdict' | 'says' | 'rmsDb'> {
  const rmsDb = shapeDifference(a, b);
  const differences: string[] = [];
  if (a.bandClass !== b.bandClass) differences.push(`${a.bandClass} here, ${b.bandClass} there`);
  for (const [name, x, y] of [
    ['begins', a.lowHz, b.lowHz],
    ['ends', a.highHz, b.highHz],
  ] as const)
    if (x !== null && y !== null && Math.abs(Math.log2(x / y)) > ALIKE_OCTAVES)
      differences.push(`${name} at ${formatFrequency(x)} here, ${formatFrequency(y)} there`);
  if (rmsDb !== null && rmsDb > ALIKE_DB) differences.push(`curves ${rmsDb.toFixed(1)} dB apart`);
  return differences.length > 0
    ? { verdict: 'differs', says: `${differences.join('; ')}.`, rmsDb }
    : { verdict: 'alike', says: 'As there.', rmsDb };
}

function shapeDifference(a: ResponseAnalysis, b: ResponseAnalysis): number | null {
  const level = new Map(b.smoothed.frequencyHz.map((hz, i) => [hz, b.smoothed.levelDb[i]]));
  const apart = a.smoothed.frequencyHz.flatMap((hz, i) => {
    const other = level.get(hz);
    return other === undefined || a.smoothed.levelDb[i] < a.passBandDb - 12
      ? []
      : [a.smoothed.levelDb[i] - other];
  });
  if (apart.length < 6) return null;
  const mean = apart.reduce((s, d) => s + d, 0) / apart.length;
  return Math.sqrt(apart.reduce((s, d) => s + (d - mean) ** 2, 0) / apart.length);
}
