import {
  type Cable,
  cablesCsv,
  type Conductor,
  labelsOf,
  type LoneWire,
  LONGEST_RUN_M,
  lossOf,
  type RunLength,
  SHIELD,
  terminalName,
} from '@ulpen/core';
import { WireChip } from '../../ui/WireChip.tsx';
import { CutTable } from './CutTable.tsx';
import { LengthField } from './LengthField.tsx';
import { useFramedWiring } from './WireFrame.tsx';
import { WirePaneHead } from './WirePaneHead.tsx';

/** Which conductor runs in which cable under which colour, how long each is, and what that takes from the drum. */
export function CablesView() {
  const { bench, wiring, change } = useFramedWiring();
  const setLength = (id: string, length: RunLength | null) =>
    change(({ lengths }) => {
      const { [id]: _, ...rest } = lengths;
      return { lengths: length ? { ...rest, [id]: length } : rest };
    });
  return (
    <main className="panes wire">
      <section className="pane" aria-label="Cables" tabIndex={0}>
        <WirePaneHead title="Cables" csv={() => cablesCsv(bench, wiring.names)} />
        <p className="quiet small">
          A run to an amplifier and the one back from it are two cables. Mark both ends before either is
          pulled. White, grey, green and violet are the four corners as far as they go; what else runs along
          takes the colours that are free, so go by the row.
        </p>
        {bench.cables.map((c) => (
          <CableCard key={c.id} cable={c} onLength={setLength} />
        ))}
        {bench.cables.length === 0 && (
          <p className="quiet">No new signal cable: nothing to pull for sound.</p>
        )}
        <SingleWires wires={bench.wires} onLength={setLength} />
      </section>
      <section className="pane" aria-label="What is cut" tabIndex={0}>
        <CutTable cuts={bench.cuts} />
        <Labels />
      </section>
    </main>
  );
}

interface CableCardProps {
  cable: Cable;
  onLength: (id: string, length: RunLength | null) => void;
}

function CableCard({ cable, onLength }: CableCardProps) {
  const { bench, wiring } = useFramedWiring();
  const { id, mark, kind, from, to, ways, length } = cable;
  const run = bench.lengthOf(id);
  const loss = lossOf({ ...cable, length: run }, wiring.input);
  const title = `${mark}: ${bench.placeName(from)} to ${bench.placeName(to)}`;
  return (
    <section className="wire-cable" aria-label={title}>
      <header>
        <span className="wire-mark num">{mark}</span>
        <h2>
          {bench.placeName(from)} <span aria-label="to">→</span> {bench.placeName(to)}
          <small className="quiet">
            {kind.name}, {kind.size}
          </small>
        </h2>
        <LengthField
          id={id}
          name={mark}
          length={length}
          byRoute={bench.byRoute(id)}
          onChange={(l) => onLength(id, l)}
        />
      </header>
      <table className="plain-table wire-ways">
        <thead>
          <tr>
            <th scope="col">Colour</th>
            <th scope="col">From</th>
            <th scope="col">To</th>
          </tr>
        </thead>
        <tbody>
          {ways.map(({ colour, conductor }, n) => (
            <tr key={`${colour} ${n}`}>
              <th scope="row">{colour === SHIELD ? colour : <WireChip wire={colour} />}</th>
              <Ends conductor={conductor} />
            </tr>
          ))}
        </tbody>
      </table>
      {loss && (
        <p className="small quiet">
          Loses {!run?.measured && 'about '}
          {loss.db.toFixed(2)} dB into {loss.loadOhm} Ω ({((100 * loss.ohm) / loss.loadOhm).toFixed(1)} % of
          the load).
        </p>
      )}
    </section>
  );
}

function Ends({ conductor }: { conductor: Conductor | null }) {
  const { bench, wiring } = useFramedWiring();
  const { names } = wiring;
  if (!conductor)
    return (
      <td colSpan={2} className="quiet">
        spare: capped at both ends
      </td>
    );
  return (
    <>
      <td>
        {terminalName(conductor.from, names)}
        <small className="quiet d-block">{bench.signalName(conductor)}</small>
      </td>
      <td>
        {terminalName(conductor.to, names)}
        {conductor.signal?.swapped && <span className="wire-swapped">swapped on purpose</span>}
      </td>
    </>
  );
}

interface SingleWiresProps {
  wires: LoneWire[];
  onLength: (id: string, length: RunLength | null) => void;
}

function SingleWires({ wires, onLength }: SingleWiresProps) {
  const { bench, wiring } = useFramedWiring();
  const { names } = wiring;
  if (wires.length === 0) return null;
  return (
    <section className="wire-group" aria-label="Single wires">
      <h2 className="label">
        Single wires
        <span className="num quiet">{wires.length}</span>
      </h2>
      <div className="wire-scroll" tabIndex={0} role="group" aria-label="Single wires, table">
        <table className="plain-table">
          <thead>
            <tr>
              <th scope="col">From</th>
              <th scope="col">To</th>
              <th scope="col" className="wire-size">
                mm²
              </th>
              <th scope="col">Length, up to {LONGEST_RUN_M} m</th>
            </tr>
          </thead>
          <tbody>
            {wires.map(({ conductor: c, length }) => (
              <tr key={c.id}>
                <td>{terminalName(c.from, names)}</td>
                <td>{terminalName(c.to, names)}</td>
                <td className="num wire-size">{c.mm2 ?? '–'}</td>
                <td>
                  <LengthField
                    id={c.id}
                    name={`${terminalName(c.from, names)} to ${terminalName(c.to, names)}`}
                    length={length}
                    byRoute={bench.byRoute(c.id)}
                    onChange={(l) => onLength(c.id, l)}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** What is written on both ends of every cable. */
function Labels() {
  const { bench } = useFramedWiring();
  if (bench.cables.length === 0) return null;
  return (
    <section className="wire-labels" aria-label="Labels">
      <h3 className="label">Labels, one for each end</h3>
      <ul>
        {labelsOf(bench).map((l) => (
          <li key={l.id}>
            <b className="num">{l.mark}</b> {l.text}
          </li>
        ))}
      </ul>
    </section>
  );
}
