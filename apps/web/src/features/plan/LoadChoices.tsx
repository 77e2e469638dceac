import { Form } from 'react-bootstrap';
import { type Feed, type FinishedCar, type JobView, type Load, pairName, type Proposal } from '@ulpen/core';
import { useFramedPlan } from './PlanFrame.tsx';
import { LOAD_CHOICE } from './plan-words.ts';
import { useFinishedCar } from './use-plan.ts';

interface Choice {
  pairId: string;
  load: Feed['loads'][number];
  /** nothing taps it, so that no inputs can be its load, and its speaker is gone */
  unused: boolean;
}

/** Outputs whose load is a matter of choice: those that are tapped, and those whose speaker is replaced. */
function choicesOf(proposal: Proposal, car: FinishedCar | undefined): Choice[] {
  const tapped = proposal.feeds.flatMap((f) =>
    f.taps.map((t, i) => ({ pairId: t.pairId, load: f.loads[i], unused: false })),
  );
  const unused = (car?.outputs ?? []).flatMap(({ pairId, plays, drives }): Choice[] => {
    const { coils, inputs, resistor, factoryAmplifier } = drives;
    if (!plays || factoryAmplifier || coils.length + inputs.length > 0) return [];
    const load = resistor
      ? { kind: 'resistor' as const, ...resistor }
      : { kind: 'none' as const, ohm: null, watts: null };
    return [{ pairId, load, unused: true }];
  });
  const all = [...tapped, ...unused];
  return all.filter((t, i) => all.findIndex((o) => o.pairId === t.pairId) === i);
}

/** What an output that lost its speaker may be left with. */
const UNUSED: readonly Load[] = ['resistor', 'none'];

/** What each output drives afterwards, where there is a choice. */
export function LoadChoices() {
  const { job, shown } = useFramedPlan();
  const { proposal, changes, change } = shown;
  const { data: car } = useFinishedCar(job, shown);
  const choices = choicesOf(proposal, car);
  if (choices.length === 0 || choices.some((c) => !c.load)) return null;
  const put = (pairId: string, load: Load) =>
    change({ ...changes, loads: [...changes.loads.filter((l) => l.pairId !== pairId), { pairId, load }] });
  return (
    <>
      <h2>What each output drives</h2>
      <table className="plain-table">
        <tbody>
          {choices.map((choice) => (
            <LoadRow
              key={choice.pairId}
              job={job}
              choice={choice}
              onChoose={(load) => put(choice.pairId, load)}
            />
          ))}
        </tbody>
      </table>
    </>
  );
}

interface LoadRowProps {
  job: JobView;
  choice: Choice;
  onChoose: (load: Load) => void;
}

function LoadRow({ job, choice: { pairId, load, unused }, onChoose }: LoadRowProps) {
  const pair = job.units.flatMap((u) => u.pairs).find((p) => p.id === pairId);
  if (!pair) return null;
  const name = pairName(pair);
  const offered = (Object.keys(LOAD_CHOICE) as Load[]).filter((l) => !unused || UNUSED.includes(l));
  return (
    <tr>
      <th scope="row">{name}</th>
      <td>
        <Form.Select
          aria-label={`Load of ${name}`}
          value={load.kind}
          onChange={(e) => onChoose(e.target.value as Load)}
        >
          {offered.map((value) => (
            <option key={value} value={value}>
              {LOAD_CHOICE[value]}
            </option>
          ))}
        </Form.Select>
      </td>
      <td className="num right">
        {load.kind === 'resistor' && load.ohm !== null && `${load.ohm.toFixed(0)} Ω, ${load.watts} W`}
        {load.kind === 'inputs' && load.ohm !== null && `${load.ohm.toFixed(0)} Ω`}
      </td>
    </tr>
  );
}
