import {
  awgWords,
  type Conductor,
  type ConductorGroup,
  FUNCTION_WORD,
  terminalName,
  type WiringNames,
} from '@ulpen/core';

interface ConductorTableProps {
  group: ConductorGroup;
  names: WiringNames;
  chosen: readonly string[];
  onChoose: (id: string) => void;
}

/** Conductors of one kind, one a line; what stays as the factory left it is folded away. */
export function ConductorTable({ group, ...rest }: ConductorTableProps) {
  const { title, conductors } = group;
  const table = <Table group={group} {...rest} />;
  if (conductors.every((c) => c.made === 'factory'))
    return (
      <details className="wire-group">
        <summary>
          {title}
          <span className="num quiet">{conductors.length}</span>
        </summary>
        {table}
      </details>
    );
  return (
    <section className="wire-group" aria-label={title}>
      <h2 className="label">
        {title}
        <span className="num quiet">{conductors.length}</span>
      </h2>
      {table}
    </section>
  );
}

function Table({ group: { title, conductors }, names, chosen, onChoose }: ConductorTableProps) {
  return (
    <div className="wire-scroll" tabIndex={0} role="group" aria-label={`${title}, table`}>
      <table className="plain-table wire-table">
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">Choose</span>
            </th>
            <th scope="col">From</th>
            <th scope="col">To</th>
            <th scope="col">What for</th>
            <th scope="col" className="wire-size">
              mm²
            </th>
          </tr>
        </thead>
        <tbody>
          {conductors.map((c) => (
            <Row key={c.id} conductor={c} names={names} on={chosen.includes(c.id)} onChoose={onChoose} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({
  conductor: c,
  names,
  on,
  onChoose,
}: {
  conductor: Conductor;
  names: WiringNames;
  on: boolean;
  onChoose: (id: string) => void;
}) {
  const [from, to] = [terminalName(c.from, names), terminalName(c.to, names)];
  return (
    <tr className={on ? 'wire-on' : ''}>
      <td>
        <input
          type="checkbox"
          className="form-check-input"
          aria-label={`${from} to ${to}`}
          checked={on}
          onChange={() => onChoose(c.id)}
        />
      </td>
      <td>{from}</td>
      <td>{to}</td>
      <td className="quiet">
        {FUNCTION_WORD[c.function]}
        {c.signal && <span className="num wire-sign">{c.signal.sign === 'plus' ? '+' : '−'}</span>}
        {c.signal?.swapped && <span className="wire-swapped">swapped on purpose</span>}
      </td>
      <td className="num wire-size" title={c.mm2 === null ? undefined : awgWords(c.mm2)}>
        {c.mm2 === null ? '–' : c.mm2}
      </td>
    </tr>
  );
}
