import { useMemo } from 'react';
import { arrivalsOf, type JobView, type Pair, type Polarity, signalPolarity } from '@ulpen/core';

/** The sign of an output's signal and how it is known, for outputs of a job. */
export function useSignalPolarity(job: JobView): (pair: Pick<Pair, 'id' | 'statedPolarity'>) => Polarity {
  const arrivals = useMemo(() => arrivalsOf(job.recordings), [job.recordings]);
  return (pair) => signalPolarity(pair, arrivals);
}
