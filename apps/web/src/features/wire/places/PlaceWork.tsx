import { Button } from 'react-bootstrap';
import { TriangleAlert } from 'lucide-react';
import {
  type Arrival,
  type Joint,
  JOINT_CRAFT,
  markOfWire,
  SHIELD,
  terminalName,
  terminalOnBox,
  type WorkPlace,
} from '@ulpen/core';
import { WireChip } from '../../../ui/WireChip.tsx';
import { useTick } from '../use-tick.ts';
import { useFramedWiring } from '../WireFrame.tsx';

interface PlaceWorkProps {
  place: WorkPlace;
  next: WorkPlace | null;
  onNext: (id: string) => void;
}

/** One place: read first, what comes in, the joints in the order of the hands, a look before the trim goes back. */
export function PlaceWork({ place, next, onNext }: PlaceWorkProps) {
  const { title, zone, zoneSaid, cautions, arrivals, joints, after } = place;
  const kinds = [...new Set(joints.map((j) => j.kind))];
  return (
    <>
      <div className="pane-title">
        <h1>{title}</h1>
        <span className="quiet">
          {zone === null ? 'Zone not known' : zoneSaid ? zone : `${zone}: usual place, not confirmed`}
        </span>
      </div>
      {cautions.length > 0 && (
        <div className="places-first">
          <TriangleAlert size={20} aria-hidden />
          <ul>
            {cautions.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </div>
      )}
      {arrivals.length > 0 && <Arrivals arrivals={arrivals} />}
      <section className="wire-group" aria-label="Joints in order">
        <h2 className="label">
          Joints, in this order
          <span className="num quiet">
            {joints.filter((j) => j.done).length} of {joints.length}
          </span>
        </h2>
        <ol className="places-joints">
          {joints.map((j, n) => (
            <JointLine key={j.id} joint={j} n={n + 1} />
          ))}
        </ol>
      </section>
      <dl className="wire-craft">
        {kinds.map((k) => (
          <div key={k}>
            <dt>{JOINT_CRAFT[k].name}</dt>
            <dd>{JOINT_CRAFT[k].steps}</dd>
          </div>
        ))}
      </dl>
      {after.length > 0 && (
        <section className="wire-group" aria-label="Before the trim goes back">
          <h2 className="label">Before the trim goes back</h2>
          <ul className="places-after">
            {after.map((a) => (
              <li key={a}>{a}</li>
            ))}
          </ul>
        </section>
      )}
      {next && (
        <Button className="no-print" onClick={() => onNext(next.id)}>
          Next: {next.title}
        </Button>
      )}
    </>
  );
}

function Arrivals({ arrivals }: { arrivals: readonly Arrival[] }) {
  return (
    <section className="wire-group" aria-label="Cables here">
      <h2 className="label">
        Cables here
        <span className="num quiet">{arrivals.length}</span>
      </h2>
      <table className="plain-table places-cables">
        <tbody>
          {arrivals.map((a) => (
            <tr key={a.id}>
              <th scope="row">
                <span className="wire-mark num">{a.mark}</span>
              </th>
              <td>
                {a.way} {a.far}
                <small className="quiet d-block">
                  {a.name}, {a.size}
                  {a.through.length > 0 && `; by ${a.through.join(', ')}`}
                </small>
              </td>
              <td className="num text-end">
                {a.lengthM === null ? (
                  <span className="quiet">length not set</span>
                ) : (
                  `${a.measured ? '' : '≈ '}${a.lengthM.toFixed(1)} m`
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function JointLine({ joint, n }: { joint: Joint; n: number }) {
  const { bench, wiring } = useFramedWiring();
  const tick = useTick();
  const { at, conductor, kind, done, id } = joint;
  const { names } = wiring;
  const end = at.of === 'device' ? terminalOnBox(at, names.car) : terminalName(at, names);
  const far = conductor && (id.endsWith('|from') ? conductor.to : conductor.from);
  const cable = conductor && bench.cables.find((c) => c.ways.some((w) => w.conductor?.id === conductor.id));
  const colour = cable?.ways.find((w) => w.conductor?.id === conductor?.id)?.colour ?? null;
  const wire = wiring.wireAt(at);
  return (
    <li className={done ? 'places-made' : ''}>
      <label>
        <input type="checkbox" className="form-check-input" checked={done} onChange={() => tick(joint)} />
        <span className="num quiet">{n}</span>
        <span className="places-end">
          <b>{end}</b> {wire && <WireChip wire={wire} />}
          <small className="quiet">{conductor ? bench.signalName(conductor) : ''}</small>
        </span>
        <span className="places-goes">
          {far ? (
            <>
              {cable && <span className="num">{cable.mark} </span>}
              {colour && (colour === SHIELD ? 'shield' : <WireChip wire={colour} />)}
              {!cable && <span className="num">{markOfWire(bench, conductor.id)} </span>}{' '}
              {!cable && (conductor.mm2 === null ? 'size not chosen' : `${conductor.mm2} mm²`)}{' '}
              <span>to {terminalName(far, names)}</span>
              {conductor.signal?.swapped && <span className="wire-swapped">swapped on purpose</span>}
            </>
          ) : (
            'nothing goes on from here'
          )}
          <small className="quiet">{JOINT_CRAFT[kind].name}</small>
        </span>
      </label>
    </li>
  );
}
