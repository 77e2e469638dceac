import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { Button } from 'react-bootstrap';
import { BadgeCheck, PencilLine, Printer, Redo2, Undo2 } from 'lucide-react';
import { type JobView, type Plan, planStateOf, readinessOf } from '@ulpen/core';
import { agreePlan } from '../../api/commands/agree-plan.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { addressOf } from './plan-address.ts';
import { KeepPlan } from './KeepPlan.tsx';
import { agreedWord, STATE_VERDICT, type Verdict, verdictOf } from './plan-words.ts';
import { type DraftInHand, type ShownPlan, useDifferences } from './use-plan.ts';

interface PlanProps {
  job: JobView;
  shown: ShownPlan;
}

/** What is shown, how ready it is, and what can be done with it. */
export function PlanHead({ job, shown }: PlanProps) {
  const { proposal, kept, changed, busy } = shown;
  const verdict = useVerdict(job, shown);
  const name = kept ? kept.name : `${proposal.title}${changed ? ', changed by hand' : ''}`;
  return (
    <div className="plan-head" aria-busy={busy}>
      <h1 className="clip">{name}</h1>
      {kept && kept.revision > 1 && <span className="quiet num">revision {kept.revision}</span>}
      {verdict && <span className={`verdict verdict-${verdict.tone}`}>{verdict.text}</span>}
      {kept?.agreedAt && (
        <span className="agreed">
          <BadgeCheck size={16} aria-hidden /> {agreedWord(kept)}
        </span>
      )}
      <span className="flex-fill" />
      {!kept && <Steps draft={shown.draft} />}
      <Button variant="quiet" className="no-print" aria-label="Print" onClick={() => window.print()}>
        <Printer size={18} />
      </Button>
      {kept ? (
        <KeptActions job={job} shown={shown} kept={kept} />
      ) : (
        <KeepPlan job={job} shown={shown} name={name} />
      )}
    </div>
  );
}

/** A kept plan that no longer stands on what is known is not called ready, whatever was so when it was kept. */
function useVerdict(job: JobView, { kept, proposal, fingerprint }: ShownPlan): Verdict | null {
  const differences = useDifferences(job, kept).data ?? null;
  if (kept) {
    if (fingerprint === null) return null;
    const state = planStateOf(kept, fingerprint, differences);
    if (state !== 'holds') return STATE_VERDICT[state];
  }
  return verdictOf(proposal, readinessOf(proposal, job.decisions));
}

/** Back and forth through what was changed of this way in, by button or Ctrl+Z. */
function Steps({ draft: { undo, redo } }: { draft: DraftInHand }) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      // A field takes back what is typed into it by itself.
      if (event.target instanceof HTMLElement && event.target.matches('input, textarea, select')) return;
      const step = event.shiftKey ? redo : undo;
      if (!step) return;
      event.preventDefault();
      step();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  if (!undo && !redo) return null;
  return (
    <span className="no-print steps">
      <Button
        variant="quiet"
        disabled={!undo}
        onClick={() => undo?.()}
        title="Take the last change back (Ctrl+Z)"
      >
        <Undo2 size={18} /> Undo
      </Button>
      <Button
        variant="quiet"
        disabled={!redo}
        onClick={() => redo?.()}
        aria-label="Redo"
        title="Do it again (Ctrl+Shift+Z)"
      >
        <Redo2 size={18} />
      </Button>
    </span>
  );
}

/** A kept plan stays as it was kept: it is changed in a draft, and agreed on as it is. */
function KeptActions({ job, shown, kept }: PlanProps & { kept: Plan }) {
  const [, setParams] = useSearchParams();
  const agree = useCommand(agreePlan);
  const holds = kept.fingerprint !== null && kept.fingerprint === shown.fingerprint;
  const ready = readinessOf(kept.proposal, job.decisions).state === 'ready';
  const set = (agreed: boolean) => agree.mutate({ jobId: job.id, planId: kept.id, agreed });
  return (
    <>
      <Button
        variant="secondary"
        className="no-print"
        onClick={() => {
          shown.draft.change(kept.proposal.changes, kept.id);
          setParams((now) => addressOf({ way: kept.proposal.strategy }, now));
        }}
      >
        <PencilLine size={18} /> Change this plan
      </Button>
      {kept.agreedAt !== null && (
        <Button variant="quiet" className="no-print" disabled={agree.isPending} onClick={() => set(false)}>
          Withdraw agreement
        </Button>
      )}
      {kept.agreedAt === null && holds && (
        <Button
          className="no-print"
          disabled={!ready || agree.isPending}
          title={ready ? 'This is what will be built' : 'Only a plan that is ready can be marked as agreed'}
          onClick={() => set(true)}
        >
          <BadgeCheck size={18} /> Mark as agreed
        </Button>
      )}
    </>
  );
}
