import { useSearchParams } from 'react-router';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type JobView, NO_CHANGES, type Plan, type PlanChanges, type Proposal } from '@ulpen/core';
import { usePlanGiven } from '../../api/plan-given.ts';
import { coreWorker } from '../../workers/core-worker.ts';
import { changesKey, isChanged, useChangesStore } from './changes-store.ts';

/** Every way in for the job as it is, worked out in the worker; made anew when what it stands on changes. */
export function useComparison(job: JobView) {
  const from = usePlanGiven(job);
  return useQuery({
    queryKey: ['comparison', job.id, from?.key],
    queryFn: () => coreWorker().compare(from!.key, from!.given),
    enabled: from !== null && job.targets.length > 0,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
}

/** What changed since a plan was kept. */
export function useDifferences(job: JobView, kept: Plan | null) {
  const from = usePlanGiven(job);
  return useQuery({
    queryKey: ['differences', kept?.id, from?.key],
    queryFn: () => coreWorker().differences(from!.key, from!.given, kept!.proposal),
    enabled: from !== null && kept !== null,
    staleTime: Infinity,
  });
}

/** What drives what once a plan is built. */
export function useFinishedCar(job: JobView, { proposal, kept }: Pick<ShownPlan, 'proposal' | 'kept'>) {
  const from = usePlanGiven(job);
  return useQuery({
    queryKey: ['finished-car', job.id, from?.key, kept?.id ?? [proposal.strategy, proposal.changes]],
    queryFn: () => coreWorker().finished(from!.key, from!.given, proposal),
    enabled: from !== null,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
}

export interface ShownPlan {
  proposal: Proposal;
  /** the kept plan that is shown; null: one that is worked out now */
  kept: Plan | null;
  changes: PlanChanges;
  change: (next: PlanChanges) => void;
  changed: boolean;
  /** the newest change is still being worked out */
  busy: boolean;
}

/** The plan in the address, with a person's changes worked in. */
export function useShownPlan(job: JobView): ShownPlan | null {
  const [params] = useSearchParams();
  const comparison = useComparison(job);
  const from = usePlanGiven(job);
  const proposals = comparison.data?.proposals ?? [];
  const kept = job.plans.find((p) => p.id === params.get('kept')) ?? null;
  const asked = params.get('way');
  const strategy: string | null =
    (proposals.find((p) => p.strategy === asked) ?? proposals[0])?.strategy ?? null;
  const at = changesKey(job.id, strategy ?? '');
  const changes = useChangesStore((s) => s.changes[at]) ?? NO_CHANGES;
  const put = useChangesStore((s) => s.change);
  const changed = isChanged(changes);
  const reworked = useQuery({
    queryKey: ['rework', job.id, from?.key, strategy, changes],
    queryFn: () => coreWorker().rework(from!.key, from!.given, strategy!, changes),
    enabled: from !== null && strategy !== null && changed && kept === null,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
  const change = (next: PlanChanges) => put(at, next);
  if (kept) {
    const { proposal } = kept;
    return { proposal, kept, changes: proposal.changes, change, changed: false, busy: false };
  }
  const solved = proposals.find((p) => p.strategy === strategy);
  if (!solved) return null;
  const own = changed && reworked.data?.strategy === strategy ? reworked.data : null;
  return {
    proposal: own ? { ...own, reasons: solved.reasons } : solved,
    kept: null,
    changes,
    change,
    changed,
    busy: comparison.isFetching || reworked.isFetching,
  };
}
