import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { JobView, KeepPlan, Plan, Proposal } from '@ulpen/core';
import { ApiProblem } from '../../api/client.ts';
import { keepPlan } from '../../api/commands/keep-plan.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { addressOf } from './plan-address.ts';
import { useLookAnew } from './use-look-anew.ts';

/** The plan as it comes out now, where that is not what was looked at. */
export interface Moved {
  seen: Proposal;
  asked: KeepPlan;
  now: { fingerprint: string; proposal: Proposal | null };
}

/** Keeping a plan: what was looked at, or nothing. */
export function useKeep(job: JobView) {
  const [moved, setMoved] = useState<Moved | null>(null);
  const [, setParams] = useSearchParams();
  const lookAnew = useLookAnew(job.id);
  const tell = useNotices((s) => s.tell);
  const keep = useCommand(keepPlan, { showsOwnErrors: true });

  /** @param seen the plan as it was looked at */
  const send = async (asked: KeepPlan, seen: Proposal): Promise<void> => {
    setMoved(null);
    try {
      const kept: Plan = await keep.mutateAsync({ jobId: job.id, plan: { ...asked, id: newId() } });
      tell({ text: kept.revision > 1 ? `Kept as revision ${kept.revision}.` : 'Plan kept.' });
      setParams((now) => addressOf({ kept: kept.id }, now), { replace: true });
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      const now = error.problem.current as Moved['now'] | undefined;
      if (error.status === 409 && now) setMoved({ seen, asked, now });
      else tell({ tone: 'wrong', text: error.problem.errors?.[0]?.message ?? error.message });
    }
  };
  return {
    keep: (asked: KeepPlan, seen: Proposal) => void send(asked, seen),
    busy: keep.isPending,
    moved,
    look: () => {
      setMoved(null);
      lookAnew();
    },
  };
}
export type Keeping = ReturnType<typeof useKeep>;
