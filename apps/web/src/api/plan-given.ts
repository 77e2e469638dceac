import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type JobOutline, planBasisOf, type WhatIf } from '@ulpen/core';
import type { PlanGiven } from '../workers/heavy-work.ts';
import { coreWorker } from '../workers/core-worker.ts';
import { useHarness } from './harness.ts';
import { useMeasuredJob } from './queries.ts';
import { useDevices, usePreferences } from './shop-queries.ts';

/** Questions in the address: `if=no-cut,no-analyser` and `amp=<id>`. */
export function useWhatIf(): [WhatIf, (next: WhatIf) => void] {
  const [params, setParams] = useSearchParams();
  const asked = params.get('if') ?? '';
  const amplifierId = params.get('amp');
  const question = useMemo((): WhatIf => {
    const words = asked.split(',');
    return { noCut: words.includes('no-cut'), noAnalyser: words.includes('no-analyser'), amplifierId };
  }, [asked, amplifierId]);
  const ask = (next: WhatIf) =>
    setParams(
      (now) => {
        const words = [...(next.noCut ? ['no-cut'] : []), ...(next.noAnalyser ? ['no-analyser'] : [])];
        if (words.length > 0) now.set('if', words.join(','));
        else now.delete('if');
        if (next.amplifierId) now.set('amp', next.amplifierId);
        else now.delete('amp');
        return now;
      },
      { replace: true },
    );
  return [question, ask];
}

/** Everything that plans are worked out from, under a key that changes with it; null until it is there. */
export function usePlanGiven(outline: JobOutline): { key: string; given: PlanGiven } | null {
  const devices = useDevices();
  const preferences = usePreferences();
  const harness = useHarness(outline.id);
  const job = useMeasuredJob(outline);
  const [question] = useWhatIf();
  if (!job || !devices.data || !preferences.data || harness.isPending) return null;
  const given: PlanGiven = {
    job,
    devices: devices.data,
    preferences: preferences.data,
    harness: harness.data ?? null,
    whatIf: question,
  };
  const key = JSON.stringify([
    job.id,
    planBasisOf(job),
    job.units.map((u) => [u.id, u.version]),
    job.intake.version,
    preferences.data.version,
    devices.data.map((d) => [d.id, d.version]),
    harness.dataUpdatedAt,
    question,
  ]);
  return { key, given };
}

/** Wishes that contradict each other. */
export function useWishConflicts(job: JobOutline) {
  const from = usePlanGiven(job);
  return (
    useQuery({
      queryKey: ['wish-conflicts', job.id, from?.key],
      queryFn: () => coreWorker().conflicts(from!.key, from!.given),
      enabled: from !== null,
      staleTime: Infinity,
      placeholderData: keepPreviousData,
    }).data ?? []
  );
}
