import { type Decision, type JobView, liveChanges, type Matter } from '@ulpen/core';
import { ApiProblem } from '../../api/client.ts';
import { addDecisions } from '../../api/commands/add-decisions.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { useLookAnew } from './use-look-anew.ts';
import type { ShownPlan } from './use-plan.ts';

/** Signing what the shown plan leaves open: the server holds it against the plan as it comes out there. */
export function useSign(job: JobView, kind: Decision['kind'], { proposal, fingerprint }: ShownPlan) {
  const lookAnew = useLookAnew(job.id);
  const tell = useNotices((s) => s.tell);
  const command = useCommand(addDecisions, { showsOwnErrors: true });
  const { strategy, changes } = proposal;
  return {
    /** not until it is known what the plan was worked out from */
    busy: command.isPending || fingerprint === null,
    sign: (matters: readonly Matter[], signedBy: string, onSigned: () => void) => {
      if (fingerprint === null) return;
      const pairs = job.units.flatMap((u) => u.pairs);
      const plan = { strategy, changes: liveChanges(changes, { targets: job.targets, pairs }), fingerprint };
      const decisions = matters.map(({ rule, subjects }) => ({ id: newId(), kind, rule, subjects }));
      command.mutate(
        { jobId: job.id, signing: { plan, decisions, signedBy, note: '' } },
        {
          onSuccess: onSigned,
          onError: (error) => {
            const moved = error instanceof ApiProblem && (error.status === 409 || error.status === 400);
            tell({
              tone: 'wrong',
              text: moved
                ? 'Nothing was signed: the plan has changed in the meantime. Look at it again.'
                : 'Nothing was signed. Try again.',
            });
            if (moved) lookAnew();
          },
        },
      );
    },
  };
}
