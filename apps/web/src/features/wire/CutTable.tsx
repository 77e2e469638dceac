import { type CutLine, cutName, cutSize, cutTotal } from '@ulpen/core';

/** What comes off which drum; pieces without a length are counted, not guessed. */
export function CutTable({ cuts }: { cuts: readonly CutLine[] }) {
  const open = cuts.reduce((n, c) => n + c.open, 0);
  return (
    <section aria-label="Cut list">
      <h2>Cut list</h2>
      <p className={open > 0 ? 'look-again' : 'quiet small'} role="status">
        {open > 0
          ? `${open} ${open === 1 ? 'piece has' : 'pieces have'} no length yet: measure with a string along the way before the first cut.`
          : cuts.some((c) => c.estimated)
            ? '≈ is estimated: measure along the route with a string before the first cut.'
            : 'Every piece has a length. Compare the totals with the drums before the first cut.'}
      </p>
      <table className="plain-table">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col" className="wire-size">
              Pieces
            </th>
            <th scope="col" className="wire-total">
              Total
            </th>
          </tr>
        </thead>
        <tbody>
          {cuts.map((line) => (
            <tr key={cutName(line)}>
              <th scope="row">
                {cutName(line)}
                <small className="quiet d-block">{cutSize(line)}</small>
              </th>
              <td className="num wire-size">{line.pieces}</td>
              <td className="num wire-total">{cutTotal(line)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small quiet">≈ partly estimated; + pieces still without a length.</p>
    </section>
  );
}
