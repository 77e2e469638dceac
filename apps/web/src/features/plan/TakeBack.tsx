import type { Decision } from '@ulpen/core';
import { useCommand } from '../../api/commands/use-command.ts';
import { withdrawDecision } from '../../api/commands/withdraw-decision.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { useFramedPlan } from './PlanFrame.tsx';

interface TakeBackProps {
  decision: Decision;
  /** said once it is taken back */
  said: string;
}

/** Takes back what somebody signed; it stays on record. */
export function TakeBack({ decision, said }: TakeBackProps) {
  const { job } = useFramedPlan();
  const tell = useNotices((s) => s.tell);
  const withdraw = useCommand(withdrawDecision);
  return (
    <button
      type="button"
      className="link-button no-print"
      onClick={() =>
        withdraw.mutate({ jobId: job.id, decisionId: decision.id }, { onSuccess: () => tell({ text: said }) })
      }
    >
      Take back
    </button>
  );
}
