import { formatVolts, type JobView, pairName } from '@ulpen/core';
import { Choices } from '../../../ui/Choices.tsx';
import { PREFERENCE_WORDS } from '../../../ui/preference-words.ts';
import { loadWords, wireWords } from '../finished-words.ts';
import { LoadChoices } from '../LoadChoices.tsx';
import { useFramedPlan } from '../PlanFrame.tsx';
import type { PartProps } from './part-props.ts';
import { Settings, usePutSetup } from './Settings.tsx';

/** Outputs of one place: what they drive, how they are joined, what they work into. */
export function OutputsPart({ job, car, node: { outputs } }: PartProps<'outputs'>) {
  const { setup } = useFramedPlan().shown.proposal;
  const put = usePutSetup();
  const ids = outputs.map((o) => o.pairId);
  const tapped = outputs.some((o) => o.drives.inputs.length > 0);
  return (
    <>
      <h2>{outputs.map((o) => outputName(job, o.pairId)).join(', ')}</h2>
      <dl>
        {outputs.map((output) => (
          <div key={output.pairId}>
            <dt>{outputs.length > 1 ? outputName(job, output.pairId) : 'Drives'}</dt>
            <dd>
              {loadWords(job, car, output).join('; ')}
              <span className="small quiet">
                {' '}
                {wireWords(job, car, output)}, <span className="num">{formatVolts(output.volts.volts)}</span>
              </span>
            </dd>
          </div>
        ))}
      </dl>
      <Settings>
        {tapped && setup && (
          <Choices
            label="All factory wires"
            options={PREFERENCE_WORDS.joining.options}
            value={setup.joining}
            onChange={(joining) => put({ joining })}
          />
        )}
        <LoadChoices only={ids} />
      </Settings>
    </>
  );
}

const outputName = (job: JobView, id: string) => {
  const pair = job.units.flatMap((u) => u.pairs).find((p) => p.id === id);
  return pair ? pairName(pair) : 'An output that is gone';
};
