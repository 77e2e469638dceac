import { useState } from 'react';
import { Link } from 'react-router';
import { Button } from 'react-bootstrap';
import { Plus } from 'lucide-react';
import { TARGET_STARTS, type TargetFields } from '@ulpen/core';
import { addTarget } from '../../api/commands/add-target.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { useFramedJob } from '../../api/framed-job.ts';
import { BriefForm } from './BriefForm.tsx';
import { CarDetails } from './CarDetails.tsx';
import { CarForm } from './CarForm.tsx';
import { SystemGuess, ZeroRadio } from './SystemGuess.tsx';
import { TargetEditor } from './TargetEditor.tsx';
import { useBrief } from './use-brief.ts';
import { useIntake } from './use-intake.ts';
import { WalkIn } from './WalkIn.tsx';
import '../../ui/toggle.css';
import './intake.css';

/** The car, its codes and its state on the left; on the right the new channels with their bands, the radio at zero, and what system it may be. */
export function IntakePage() {
  const job = useFramedJob();
  const [choosing, setChoosing] = useState(false);
  const { intake, change } = useIntake(job);
  const { brief, change: changeBrief } = useBrief(job);
  const add = useCommand(addTarget);
  const input = (fields: TargetFields) => ({ jobId: job.id, id: newId(), fields });
  const startAll = async (targets: readonly TargetFields[]) => {
    for (const target of targets) await add.mutateAsync(input(target));
  };
  const starts = (
    <div className="target-starts">
      {TARGET_STARTS.map((start) => (
        <Button
          key={start.name}
          variant="secondary"
          disabled={add.isPending}
          onClick={() => add.mutate(input(start), { onSuccess: () => setChoosing(false) })}
        >
          {start.name}
        </Button>
      ))}
    </div>
  );
  return (
    <main className="panes intake">
      <section className="pane">
        <div className="pane-title">
          <h1>The car</h1>
        </div>
        <CarForm key={job.id} job={job} />
        <CarDetails intake={intake} change={change} />
        <WalkIn intake={intake} change={change} />
      </section>
      <section className="pane" aria-label="Targets">
        <div className="pane-title">
          <h2>The wish and its channels</h2>
          <span className="quiet">what is wanted, what stays, which band each channel needs</span>
        </div>
        <BriefForm
          job={job}
          brief={brief}
          change={changeBrief}
          onStart={(targets) => void startAll(targets)}
        />
        {job.targets.length === 0 ? (
          <EmptyState title="What is to be fed?" actions={starts}>
            A target is a group of new amplifier channels with the band it needs. Start with the nearest one;
            every figure can be changed.
          </EmptyState>
        ) : (
          <>
            <div className="targets">
              {job.targets.map((target) => (
                <TargetEditor key={target.id} target={target} jobId={job.id} />
              ))}
            </div>
            <div className="d-flex flex-wrap gap-2 mt-3">
              <Link className="btn btn-primary" to="../find">
                On to Find
              </Link>
              <Link className="btn btn-secondary" to="../plan">
                See the plan
              </Link>
              <Button variant="secondary" aria-expanded={choosing} onClick={() => setChoosing(!choosing)}>
                <Plus size={18} /> Add a target
              </Button>
            </div>
            {choosing && starts}
          </>
        )}
        <ZeroRadio job={job} intake={intake} change={change} />
        <SystemGuess job={job} intake={intake} change={change} />
      </section>
    </main>
  );
}
