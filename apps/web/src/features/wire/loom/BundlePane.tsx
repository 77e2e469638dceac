import { Button } from 'react-bootstrap';
import { type Bundle, type Laid, type RunLength, ZONE, zoneInText } from '@ulpen/core';
import { useFramedWiring } from '../WireFrame.tsx';

const WORD = {
  supply: 'Supply and ground',
  line: 'Line level',
  speaker: 'Speaker level',
  control: 'Turn-on',
};

/** What runs between two zones, and how it gets through. */
export function BundlePane({ bundle, onClose }: { bundle: Bundle; onClose: () => void }) {
  const { bench, change } = useFramedWiring();
  const { link, laid, thickMm } = bundle;
  const levels = [...new Set(laid.map((l) => l.level))];
  return (
    <>
      <div className="pane-title">
        <h2>
          {ZONE[link.a].name} to {zoneInText(link.b)}
        </h2>
        <span className="num quiet">
          {laid.length} {laid.length === 1 ? 'run' : 'runs'}, about {thickMm.toFixed(0)} mm thick
        </span>
        <Button variant="quiet" className="ms-auto" onClick={onClose}>
          Show all
        </Button>
      </div>
      {levels.map((level) => (
        <section key={level} className="wire-group" aria-label={WORD[level]}>
          <h3 className="label">{WORD[level]}</h3>
          <table className="plain-table loom-runs">
            <thead>
              <tr>
                <th scope="col">Run</th>
                <th scope="col">From</th>
                <th scope="col">To</th>
                <th scope="col" className="text-end">
                  Length, m
                </th>
              </tr>
            </thead>
            <tbody>
              {laid
                .filter((l) => l.level === level)
                .map((l) => (
                  <tr key={l.id}>
                    <th scope="row">{markOf(bench, l.id)}</th>
                    <td>
                      {bench.spotName(l.from)}
                      <small className="quiet d-block">{carriedBy(bench, l)}</small>
                    </td>
                    <td>{bench.spotName(l.to)}</td>
                    <td className="num text-end">{metres(bench.lengthOf(l.id))}</td>
                  </tr>
                ))}
            </tbody>
          </table>
        </section>
      ))}
      {link.passage && (
        <section className="wire-group" aria-label="How to get through">
          <h3 className="label">How to get through</h3>
          <p>{sentence(link.passage.how)}</p>
          <Button
            variant="secondary"
            onClick={() => {
              change(({ shut }) => ({ shut: [...shut.filter((id) => id !== link.id), link.id] }));
              onClose();
            }}
          >
            No new wire fits through here
          </Button>
        </section>
      )}
    </>
  );
}

const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

type Bench = ReturnType<typeof useFramedWiring>['bench'];

/** A cable by its mark, a single wire by what it is. */
const markOf = ({ cables }: Bench, id: string) => cables.find((c) => c.id === id)?.mark ?? 'wire';

/** What runs in it, each signal once: plus and minus go together. */
const carriedBy = ({ sourceName }: Bench, { conductors }: Laid): string =>
  [...new Set(conductors.map(sourceName))].filter(Boolean).join(', ');

function metres(length: RunLength | null): string {
  if (!length) return '?';
  return `${length.measured ? '' : '≈ '}${length.lengthM.toFixed(1)}`;
}
