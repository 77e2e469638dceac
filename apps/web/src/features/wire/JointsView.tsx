import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import {
  type Joint,
  JOINT_CRAFT,
  jointGroups,
  type JointKind,
  type JointPlace,
  JOINTS_AT,
  PLACE_WORD,
  terminalName,
  terminalOnBox,
  type WiringNames,
} from '@ulpen/core';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { Checks } from './Checks.tsx';
import { useTick } from './use-tick.ts';
import { useFramedWiring } from './WireFrame.tsx';
import { WirePaneHead } from './WirePaneHead.tsx';

/** How every end is made, plug by plug and box by box; what is made is ticked. */
export function JointsView() {
  const { job, wiring, bench, change } = useFramedWiring();
  const groups = useMemo(() => jointGroups(bench, wiring, job), [bench, wiring, job]);
  const made = bench.joints.filter((j) => j.done).length;
  const tick = useTick();
  const choose = (joint: Joint, kind: JointKind) =>
    change(({ joints }) => ({ joints: { ...joints, [joint.id]: kind } }));
  return (
    <main className="panes wire">
      <section className="pane" aria-label="Joints" tabIndex={0}>
        <WirePaneHead title="Joints" status={`${made} of ${bench.joints.length} made`} />
        <div className="wire-progress no-print" aria-hidden>
          <span style={{ width: `${(100 * made) / Math.max(1, bench.joints.length)}%` }} />
        </div>
        {groups.map((g) => (
          <section key={g.id} className="wire-group" aria-label={g.title}>
            <h2 className="label">
              {g.title}
              <span className="num quiet">
                {g.joints.filter((j) => j.done).length} of {g.joints.length}
              </span>
            </h2>
            <div className="wire-scroll" tabIndex={0} role="group" aria-label={`${g.title}, table`}>
              <table className="plain-table wire-joints">
                <thead>
                  <tr>
                    <th scope="col">Made</th>
                    <th scope="col">End</th>
                    <th scope="col">Goes to</th>
                    <th scope="col">Joint</th>
                  </tr>
                </thead>
                <tbody>
                  {g.joints.map((j) => (
                    <JointRow key={j.id} joint={j} names={wiring.names} onTick={tick} onChoose={choose} />
                  ))}
                </tbody>
              </table>
            </div>
          </section>
        ))}
      </section>
      <section className="pane" aria-label="How they are made" tabIndex={0}>
        <School />
        <Checks
          remarks={bench.remarks}
          good="No joint is used where it should not be, and no run is too long for its cable."
        />
        <BenchList tools={bench.tools} consumables={bench.consumables} />
        <Left ids={bench.orphans} />
      </section>
    </main>
  );
}

interface JointRowProps {
  joint: Joint;
  names: WiringNames;
  onTick: (joint: Joint) => void;
  onChoose: (joint: Joint, kind: JointKind) => void;
}

function JointRow({ joint, names, onTick, onChoose }: JointRowProps) {
  const { at, conductor, place, kind, chosen, done, id } = joint;
  const end = terminalName(at, names);
  const far = conductor && (id.endsWith('|from') ? conductor.to : conductor.from);
  const kinds = JOINTS_AT[place];
  const name = `${end}${far ? `, to ${terminalName(far, names)}` : ', unused'}`;
  return (
    <tr className={done ? 'wire-made' : ''}>
      <td>
        <input
          type="checkbox"
          className="form-check-input"
          aria-label={`Made: ${name}`}
          checked={done}
          onChange={() => onTick(joint)}
        />
      </td>
      <td>{at.of === 'device' ? terminalOnBox(at, names.car) : end}</td>
      <td>{far ? terminalName(far, names) : <span className="quiet">nothing: capped by itself</span>}</td>
      <td className={chosen === 'joint' ? 'wire-own' : ''}>
        {kinds.length === 1 ? (
          JOINT_CRAFT[kind].name
        ) : (
          <Form.Select
            size="sm"
            aria-label={`Joint: ${name}`}
            value={kind}
            onChange={(e) => onChoose(joint, e.target.value as JointKind)}
          >
            {kinds.map((k) => (
              <option key={k} value={k}>
                {JOINT_CRAFT[k].name}
              </option>
            ))}
          </Form.Select>
        )}
      </td>
    </tr>
  );
}

/** How this job joins at each place, and how each joint is made. */
function School() {
  const { bench, change } = useFramedWiring();
  const places = [...new Set(bench.joints.map((j) => j.place))];
  const used = [...new Set(bench.joints.map((j) => j.kind))];
  const choose = (place: JointPlace, kind: JointKind) =>
    change(({ school }) => ({ school: { ...school, [place]: kind } }));
  return (
    <section aria-label="This job’s way">
      <h2>This job’s way</h2>
      <p className="quiet small">
        As the plan has it until you choose: here for all of a place, in its row for one. Take supply off
        before any joint on it: battery negative first. The vehicle maker’s instructions and local rules come
        first.
      </p>
      <div className="wire-school no-print">
        {places.flatMap((place) => {
          const kinds = JOINTS_AT[place];
          const own = bench.joints.find((j) => j.place === place && j.chosen !== 'joint');
          if (kinds.length === 1) return [];
          return [
            <Form.Group key={place} controlId={`school-${place}`}>
              <Form.Label>{PLACE_WORD[place]}</Form.Label>
              <Form.Select
                value={own?.kind ?? ''}
                onChange={(e) => choose(place, e.target.value as JointKind)}
              >
                {!own && <option value="">each by itself</option>}
                {kinds.map((k) => (
                  <option key={k} value={k}>
                    {JOINT_CRAFT[k].name}
                  </option>
                ))}
              </Form.Select>
            </Form.Group>,
          ];
        })}
      </div>
      <dl className="wire-craft">
        {used.map((k) => (
          <div key={k}>
            <dt>{JOINT_CRAFT[k].name}</dt>
            <dd>
              {JOINT_CRAFT[k].steps} <span className="quiet">Back to stock: {JOINT_CRAFT[k].toStock}</span>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

/** What to put on the bench for the joints that are not made yet. */
function BenchList({ tools, consumables }: { tools: string[]; consumables: [string, number][] }) {
  if (tools.length === 0) return null;
  return (
    <section className="wire-bench" aria-label="On the bench">
      <h3 className="label">On the bench, for what is not made yet</h3>
      <table className="plain-table">
        <thead>
          <tr>
            <th scope="col">Consumable</th>
            <th scope="col" className="wire-size">
              Joints
            </th>
          </tr>
        </thead>
        <tbody>
          {consumables.map(([what, count]) => (
            <tr key={what}>
              <td>{what}</td>
              <td className="num wire-size">{count}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small quiet">
        Tools: {tools.join(', ')}. Pull-test one sample crimp for each tool setting first.
      </p>
    </section>
  );
}

/** Choices whose conductor is gone since the plan or the map changed. */
function Left({ ids }: { ids: string[] }) {
  const { choices, change } = useFramedWiring();
  const [asking, setAsking] = useState(false);
  if (ids.length === 0) return null;
  const gone = new Set(ids);
  const made = choices.done.filter((id) => gone.has(id)).length;
  const but = <T,>(record: Record<string, T>) =>
    Object.fromEntries(Object.entries(record).filter(([id]) => !gone.has(id)));
  const forget = () => {
    setAsking(false);
    change(({ joints, lengths, colours, done }) => ({
      joints: but(joints),
      lengths: but(lengths),
      colours: but(colours),
      done: done.filter((id) => !gone.has(id)),
    }));
  };
  const what = ids.length === 1 ? 'One choice is' : `${ids.length} choices are`;
  return (
    <section className="look-again wire-left" aria-label="Gone since">
      <p>
        {what} for conductors that this plan no longer has
        {made > 0 && `, ${made} of them made already: look at the car before you go on`}. They are kept in
        case the plan goes back.
      </p>
      <Button variant="secondary" onClick={() => setAsking(true)}>
        Forget them
      </Button>
      {asking && (
        <ConfirmDialog
          title="Forget what was chosen?"
          action="Forget"
          restoreFocus={false}
          onConfirm={forget}
          onCancel={() => setAsking(false)}
        >
          Joints, lengths and ticks of conductors that are gone. This cannot be undone.
        </ConfirmDialog>
      )}
    </section>
  );
}
