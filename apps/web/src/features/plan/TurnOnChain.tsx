import type { Proposal } from '@ulpen/core';

/** How the new system wakes, from the source to the amplifiers. */
export function TurnOnChain({ proposal }: { proposal: Proposal }) {
  if (proposal.turnOn.length === 0) return null;
  return (
    <section className="turn-on" aria-label="Turn-on">
      <h2 className="label">Turn-on</h2>
      <ol>
        {proposal.turnOn.map((step) => (
          <li key={step.name}>
            <span className="num quiet">{step.atSeconds === 0 ? 'start' : `+${step.atSeconds} s`}</span>
            <strong>{step.name}</strong>
            <span className="small quiet">{step.says}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
