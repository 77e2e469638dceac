import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import {
  type Draft,
  isChanged,
  type JobView,
  liveChanges,
  NO_CHANGES,
  type Plan,
  type PlanChanges,
  type PlanState,
  type Proposal,
} from '@ulpen/core';
import { ApiProblem } from '../../api/client.ts';
import { changeDraft } from '../../api/commands/change-draft.ts';
import { stepDraft } from '../../api/commands/step-draft.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { usePlanGiven } from '../../api/plan-given.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { coreWorker } from '../../workers/core-worker.ts';

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

/** How kept plans stand to what is known now; those that hold are known at once. */
export function usePlanStates(job: JobView, plans: readonly Plan[]): Partial<Record<string, PlanState>> {
  const from = usePlanGiven(job);
  const holds = (p: Plan) => p.fingerprint === from?.fingerprint;
  const old = plans
    .filter((p) => !holds(p))
    .map(({ id, fingerprint, proposal }) => ({ id, fingerprint, proposal }));
  const states = useQuery({
    queryKey: ['plan-states', job.id, from?.key, old.map((p) => p.id)],
    queryFn: () => coreWorker().states(from!.key, from!.given, from!.fingerprint, old),
    enabled: from !== null && old.length > 0,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
  if (!from) return {};
  return { ...states.data, ...Object.fromEntries(plans.filter(holds).map((p) => [p.id, 'holds' as const])) };
}

/** What drives what once a plan is built. */
export function useFinishedCar(job: JobView, { proposal, kept }: Pick<ShownPlan, 'proposal' | 'kept'>) {
  const from = usePlanGiven(job);
  // Only plans that were kept before, or come from a file, are still to be built into the car.
  const built = useQuery({
    queryKey: ['finished-car', job.id, from?.key, kept?.id ?? [proposal.strategy, proposal.changes]],
    queryFn: () => coreWorker().finished(from!.key, from!.given, proposal),
    enabled: from !== null && proposal.car === null,
    staleTime: Infinity,
  });
  return { car: proposal.car ?? built.data ?? null, isError: built.isError };
}

export interface ShownPlan {
  proposal: Proposal;
  /** the kept plan that is shown; null: one that is worked out now */
  kept: Plan | null;
  changes: PlanChanges;
  change: (next: PlanChanges) => void;
  changed: boolean;
  draft: DraftInHand;
  /** of what it was worked out from; null: not known at this moment */
  fingerprint: string | null;
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
  // A way in that comes to the same wiring as another one is not shown, but can have been kept and opened again.
  const drafted = job.drafts.some((d) => d.strategy === asked && (isChanged(d.changes) || d.planId !== null));
  const strategy: string | null =
    drafted && asked !== null
      ? asked
      : ((proposals.find((p) => p.strategy === asked) ?? proposals[0])?.strategy ?? null);
  const changes = useLiveChanges(job, job.drafts.find((d) => d.strategy === strategy)?.changes);
  const draft = useDraft(job, kept?.proposal.strategy ?? strategy ?? '');
  const { change } = draft;
  const fingerprint = from?.fingerprint ?? null;
  const changed = isChanged(changes);
  const solved = proposals.find((p) => p.strategy === strategy);
  const reworked = useQuery({
    queryKey: ['rework', job.id, from?.key, strategy, changes],
    queryFn: () => coreWorker().rework(from!.key, from!.given, strategy!, changes),
    enabled: from !== null && strategy !== null && (changed || !solved) && kept === null,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
  if (kept) {
    const { proposal } = kept;
    const { changes: own } = proposal;
    return { proposal, kept, changes: own, change, changed: false, draft, fingerprint, busy: false };
  }
  const own = (changed || !solved) && reworked.data?.strategy === strategy ? reworked.data : null;
  // What can no longer be used is not shown; the list says why.
  const proposal = own ? { ...own, reasons: solved?.reasons ?? own.reasons } : (solved ?? proposals[0]);
  if (!proposal) return null;
  const busy = from === null || comparison.isFetching || reworked.isFetching;
  return { proposal, kept: null, changes, change, changed, draft, fingerprint, busy };
}

const partsOf = ({ targets, units }: JobView) => ({ targets, pairs: units.flatMap((u) => u.pairs) });

/** What a draft changes of what is still in sight; the same object for as long as nothing of it changes. */
function useLiveChanges(job: JobView, changes: PlanChanges | undefined): PlanChanges {
  return useMemo(() => (changes ? liveChanges(changes, partsOf(job)) : NO_CHANGES), [job, changes]);
}

/** Somebody else changed the same draft meanwhile. */
interface DraftConflict {
  mine: PlanChanges;
  theirs: Draft | null;
}

/** The draft of a way in, kept by the server at every change. */
function useDraft(job: JobView, strategy: string) {
  const draft = job.drafts.find((d) => d.strategy === strategy) ?? null;
  const [conflict, setConflict] = useState<DraftConflict | null>(null);
  const tell = useNotices((s) => s.tell);
  const send = useCommand(changeDraft, { showsOwnErrors: true });
  const step = useCommand(stepDraft);
  const isThere = (planId: string | null) => job.plans.some((p) => p.id === planId);

  /** @param from the kept plan that it is opened from (default: the one that it was opened from before) */
  const change = async (changes: PlanChanges, from: string | null = draft?.planId ?? null): Promise<void> => {
    setConflict(null);
    const planId = isThere(from) ? from : null;
    const live = liveChanges(changes, partsOf(job));
    const next = { strategy, version: draft?.version ?? 0, changes: live, planId };
    try {
      await send.mutateAsync({ jobId: job.id, change: next });
    } catch (error) {
      if (error instanceof ApiProblem && error.status === 409)
        setConflict({ mine: changes, theirs: error.problem.current as Draft | null });
      else if (error instanceof ApiProblem) tell({ tone: 'wrong', text: error.message });
      else throw error;
    }
  };
  const stepped = (by: 'undo' | 'redo') => draft && step.mutate({ jobId: job.id, by, draft });
  return {
    draft,
    change: (changes: PlanChanges, from?: string | null) => void change(changes, from),
    undo: draft?.canUndo ? () => stepped('undo') : null,
    redo: draft?.canRedo ? () => stepped('redo') : null,
    conflict,
    leaveConflict: () => setConflict(null),
  };
}
export type DraftInHand = ReturnType<typeof useDraft>;
