import { Form } from 'react-bootstrap';
import { type Load, pairName } from '@ulpen/core';
import { useFramedPlan } from './PlanFrame.tsx';
import { LOAD_CHOICE } from './plan-words.ts';

/** What each tapped output drives afterwards. */
export function LoadChoices() {
  const { job, shown } = useFramedPlan();
  const { proposal, changes, change } = shown;
  const pairs = job.units.flatMap((u) => u.pairs);
  const tapped = proposal.feeds
    .flatMap((f) => f.taps.map((t, i) => ({ id: t.pairId, load: f.loads[i] })))
    .filter((t, i, all) => all.findIndex((o) => o.id === t.id) === i);
  if (tapped.length === 0 || tapped.some((t) => !t.load)) return null;
  const put = (pairId: string, load: Load) =>
    change({ ...changes, loads: [...changes.loads.filter((l) => l.pairId !== pairId), { pairId, load }] });
  return (
    <>
      <h2>What each output drives</h2>
      <table className="plain-table">
        <tbody>
          {tapped.map(({ id, load }) => {
            const pair = pairs.find((p) => p.id === id);
            if (!pair) return null;
            const name = pairName(pair);
            return (
              <tr key={id}>
                <th scope="row">{name}</th>
                <td>
                  <Form.Select
                    aria-label={`Load of ${name}`}
                    value={load.kind}
                    onChange={(e) => put(id, e.target.value as Load)}
                  >
                    {Object.entries(LOAD_CHOICE).map(([value, word]) => (
                      <option key={value} value={value}>
                        {word}
                      </option>
                    ))}
                  </Form.Select>
                </td>
                <td className="num right">
                  {load.kind === 'resistor' &&
                    load.ohm !== null &&
                    `${load.ohm.toFixed(0)} Ω, ${load.watts} W`}
                  {load.kind === 'inputs' && load.ohm !== null && `${load.ohm.toFixed(0)} Ω`}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
