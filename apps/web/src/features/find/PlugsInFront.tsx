import type { SimulationView } from '@ulpen/core';

/** A simulated car's plugs as they lie in front of the person: their shape can be seen, their wires have to be found. */
export function PlugsInFront({ simulation }: { simulation: SimulationView }) {
  return (
    <section className="in-front" aria-label="In front of you">
      <h2 className="label">In front of you, in the practice car</h2>
      <ul>
        {simulation.plugs.map((plug) => (
          <li key={plug.name}>
            <strong>{plug.name}</strong>
            <span>
              <span className="num">{plug.rows.join(' + ')}</span> cavities
            </span>
            <span className="quiet">
              {plug.empty.length > 0 ? (
                <>
                  empty: <span className="num">{plug.empty.join(', ')}</span>
                </>
              ) : (
                'none empty'
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
