import { Form } from 'react-bootstrap';
import { type JobView, type Load, pairName } from '@ulpen/core';
import { choicesOf, type LoadChoice } from './load-choices.ts';
import { useFramedPlan } from './PlanFrame.tsx';
import { LOAD_CHOICE } from './plan-words.ts';
import { useFinishedCar } from './use-plan.ts';

/** What an output that lost its speaker may be left with. */
const UNUSED: readonly Load[] = ['resistor', 'none'];

/**
 * What each output drives afterwards, where there is a choice.
 *
 * @param only these outputs, without a heading (default: all)
 */
export function LoadChoices({ only }: { only?: readonly string[] }) {
  const { job, shown } = useFramedPlan();
  const { changes, change } = shown;
  const { car } = useFinishedCar(job, shown);
  const choices = choicesOf(car).filter((c) => !only || only.includes(c.output.pairId));
  if (choices.length === 0) return null;
  const put = (pairId: string, load: Load) =>
    change({ ...changes, loads: [...changes.loads.filter((l) => l.pairId !== pairId), { pairId, load }] });
  return (
    <>
      {!only && <h2>What each output drives</h2>}
      <table className="plain-table">
        <tbody>
          {choices.map((choice) => (
            <LoadRow
              key={choice.output.pairId}
              job={job}
              choice={choice}
              onChoose={(load) => put(choice.output.pairId, load)}
            />
          ))}
        </tbody>
      </table>
    </>
  );
}

interface LoadRowProps {
  job: JobView;
  choice: LoadChoice;
  onChoose: (load: Load) => void;
}

function LoadRow({ job, choice: { output, unused }, onChoose }: LoadRowProps) {
  const { pairId, load, loadOhm, drives } = output;
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
          value={load}
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
        {loadOhm !== null && `${loadOhm.toFixed(0)} Ω`}
        {drives.resistor && `, ${drives.resistor.watts} W`}
      </td>
    </tr>
  );
}
