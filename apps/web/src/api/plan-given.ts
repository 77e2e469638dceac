import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { JobOutline, WhatIf } from '@ulpen/core';
import type { PlanGiven } from '../workers/heavy-work.ts';
import { coreWorker } from '../workers/core-worker.ts';
import { useHarness } from './harness.ts';
import { useFingerprint } from './fingerprint.ts';
import { useMeasuredJob, useMeasurements } from './queries.ts';
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

let named = 0;
const names = new WeakMap<object, number>();
/** What the page holds of something, by a number: the same as long as nothing in it has changed. */
function nameOf(held: object): number {
  if (!names.has(held)) names.set(held, ++named);
  return names.get(held)!;
}

/** What plans are worked out from, and the server's word for it. */
export interface GivenToPlan {
  key: string;
  fingerprint: string;
  given: PlanGiven;
}

/** Everything that plans are worked out from, under a key that changes with it; null until it is there. */
export function usePlanGiven(outline: JobOutline): GivenToPlan | null {
  const devices = useDevices().data;
  const preferences = usePreferences().data;
  const harness = useHarness(outline.id);
  const measurements = useMeasurements(outline.id).data;
  const job = useMeasuredJob(outline);
  const fingerprint = useFingerprint(outline);
  const [question] = useWhatIf();
  if (!job || !measurements || !devices || !preferences || harness.isPending || fingerprint === null)
    return null;
  const given: PlanGiven = { job, devices, preferences, harness: harness.data ?? null, whatIf: question };
  const held = [measurements, devices, preferences, ...(harness.data ? [harness.data] : [])].map(nameOf);
  return { key: JSON.stringify([job.id, fingerprint, held, question]), fingerprint, given };
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
