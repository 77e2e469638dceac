import { changesInWords, type JobView, NO_CHANGES, type PlanChanges } from '@ulpen/core';
import { Conflict } from '../../ui/Conflict.tsx';
import type { DraftInHand } from './use-plan.ts';

/** The same draft was changed on another device: both are shown, and one is taken. */
export function DraftConflict({ job, draft }: { job: JobView; draft: DraftInHand }) {
  const { conflict } = draft;
  if (!conflict) return null;
  const pairs = job.units.flatMap((u) => u.pairs);
  const show = (changes: unknown) =>
    changesInWords(changes as PlanChanges, { targets: job.targets, pairs }).join('; ') || 'nothing';
  return (
    <div className="draft-conflict no-print">
      <Conflict
        fields={[{ name: 'changes', label: 'Changed by hand', show }]}
        mine={{ changes: conflict.mine }}
        current={{ changes: conflict.theirs?.changes ?? NO_CHANGES }}
        onKeepMine={() => draft.change(conflict.mine)}
        onTakeTheirs={draft.leaveConflict}
      />
    </div>
  );
}
