import { conePolarity, type JobView, type PairView, speakerName, type Stage } from '@ulpen/core';
import { useWorkings } from '../../api/harness.ts';
import { OutputPlace, OutputWires } from '../../ui/OutputPlace.tsx';
import { StandingTag } from '../../ui/StandingTag.tsx';
import { useSignalPolarity } from '../../ui/use-signal-polarity.ts';
import './output-facts.css';

export const STAGE_WORD: Record<Stage, string> = {
  unknown: 'not known',
  bridge: 'bridge, both wires driven',
  'single-ended': 'single-ended, minus common',
  line: 'line level',
};

/** Where an output sits, which way its signal and its cone go, and what it drives. */
export function OutputFacts({ job, pair }: { job: JobView; pair: PairView }) {
  const workings = useWorkings(job);
  const signal = useSignalPolarity(job)(pair);
  const cone = workings && conePolarity(pair.ends, workings.map);
  const outputs = job.units.flatMap((u) => u.pairs);
  const drives = job.speakers.filter((s) => s.coils.some((c) => c.pairId === pair.id));
  return (
    <dl className="output-facts">
      <div>
        <dt>Sits at</dt>
        <dd>
          <OutputPlace pair={pair} /> <OutputWires pair={pair} />
        </dd>
      </div>
      <div>
        <dt>Signal polarity</dt>
        <dd>
          {signal.sign} <StandingTag standing={signal.standing} />
        </dd>
      </div>
      {cone && (
        <div>
          <dt>Cone polarity</dt>
          <dd>
            {cone.sign === 'normal' ? 'out on plus' : 'in on plus'} <StandingTag standing={cone.standing} />
          </dd>
        </div>
      )}
      {pair.stage !== 'unknown' && (
        <div>
          <dt>Output stage</dt>
          <dd>{STAGE_WORD[pair.stage]}</dd>
        </div>
      )}
      <div>
        <dt>Drives</dt>
        <dd>
          {drives.length > 0 ? drives.map((s) => speakerName(s, outputs)).join('; ') : 'no listed speaker'}
        </dd>
      </div>
    </dl>
  );
}
