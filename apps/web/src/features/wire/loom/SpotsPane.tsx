import { Button, Form } from 'react-bootstrap';
import {
  BODIES,
  BODY_NAMES,
  type BodyKind,
  type Loom,
  type Spot,
  type ZoneId,
  ZONE,
  zoneInText,
} from '@ulpen/core';
import { Checks } from '../Checks.tsx';
import { useFramedWiring } from '../WireFrame.tsx';

interface SpotsPaneProps {
  loom: Loom;
  /** only what stands there; null: everything */
  zone: ZoneId | null;
  onChoose: (id: string | null) => void;
}

/** Where everything is that wire ends at, and what is wrong with the ways. */
export function SpotsPane({ loom, zone, onChoose }: SpotsPaneProps) {
  const { bench } = useFramedWiring();
  const spots = [...loom.spots.values()].filter((s) => zone === null || s.zone === zone);
  const assumed = spots.filter((s) => !s.said).length;
  return (
    <>
      <div className="pane-title">
        <h2>{zone ? ZONE[zone].name : 'Where things are'}</h2>
        {zone ? (
          <Button variant="quiet" className="ms-auto" onClick={() => onChoose(null)}>
            Show all
          </Button>
        ) : (
          <BodySelect kind={loom.body.kind} />
        )}
      </div>
      {zone && <Conditions zone={zone} />}
      {assumed > 0 && (
        <p className="look-again">
          {assumed} of {spots.length} are placed where such things usually are. Confirm or change each one.
        </p>
      )}
      {spots.length > 0 ? (
        <table className="plain-table loom-spots">
          <tbody>
            {spots.map((s) => (
              <SpotRow key={s.id} spot={s} name={bench.spotName(s.id)} zones={[...loom.body.zones.keys()]} />
            ))}
          </tbody>
        </table>
      ) : (
        <p className="quiet">Nothing is wired to this zone.</p>
      )}
      {zone === null && (
        <>
          <Checks
            remarks={bench.routeRemarks}
            good={
              assumed > 0
                ? 'Nothing found so far. That counts only once every place is confirmed.'
                : 'Every run has a route, clear of airbag paths, heat and supply.'
            }
          />
          <Shut />
        </>
      )}
    </>
  );
}

function BodySelect({ kind }: { kind: BodyKind }) {
  const { change } = useFramedWiring();
  return (
    <Form.Select
      size="sm"
      className="ms-auto loom-body-select"
      aria-label="Body"
      value={kind}
      onChange={(e) => change(() => ({ body: e.target.value as BodyKind }))}
    >
      {BODIES.map((b) => (
        <option key={b} value={b}>
          {BODY_NAMES[b]}
        </option>
      ))}
    </Form.Select>
  );
}

function Conditions({ zone }: { zone: ZoneId }) {
  const { ambientC, wet, noGo } = ZONE[zone];
  return (
    <p className="quiet">
      Up to <span className="num">{ambientC} °C</span>, {wet ? 'wet: joints sealed, boxes elsewhere' : 'dry'}
      {noGo && `; ${noGo}: no new wire`}.
    </p>
  );
}

function SpotRow({ spot, name, zones }: { spot: Spot; name: string; zones: readonly ZoneId[] }) {
  const { change } = useFramedWiring();
  return (
    <tr>
      <th scope="row">
        {name}
        {spot.elsewhere && (
          <small className="quiet d-block">
            was in: {zoneInText(spot.elsewhere)}, which this body does not have
          </small>
        )}
      </th>
      <td>
        <Form.Select
          size="sm"
          className={spot.said ? '' : 'loom-guess'}
          aria-label={`Zone of ${name}`}
          value={spot.zone ?? ''}
          onChange={(e) =>
            change(({ zones: old }) => ({ zones: { ...old, [spot.id]: e.target.value as ZoneId } }))
          }
        >
          {spot.zone === null && <option value="">choose</option>}
          {zones.map((z) => (
            <option key={z} value={z}>
              {ZONE[z].name}
            </option>
          ))}
        </Form.Select>
      </td>
      <td>
        {spot.said || spot.zone === null ? (
          <span className="quiet small">{spot.said ? 'confirmed' : 'not known'}</span>
        ) : (
          <Button
            size="sm"
            variant="quiet"
            aria-label={`Confirm where ${name} is`}
            onClick={() => change(({ zones: old }) => ({ zones: { ...old, [spot.id]: spot.zone! } }))}
          >
            Confirm
          </Button>
        )}
      </td>
    </tr>
  );
}

/** Passages that somebody found blocked; each can be unblocked. */
function Shut() {
  const { bench, choices, change } = useFramedWiring();
  const links = bench.loom!.body.links.filter((l) => choices.shut.includes(l.id));
  if (links.length === 0) return null;
  return (
    <section className="wire-group" aria-label="Blocked passages">
      <h3 className="label">Blocked passages</h3>
      <ul className="loom-shut">
        {links.map((l) => (
          <li key={l.id}>
            {ZONE[l.a].name} to {zoneInText(l.b)}
            <Button
              size="sm"
              variant="quiet"
              onClick={() => change(({ shut }) => ({ shut: shut.filter((s) => s !== l.id) }))}
            >
              Unblock
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
