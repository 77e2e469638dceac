import type { FinishedCar, Proposal } from '@ulpen/core';
import { chainsOf, type Link } from './chains.ts';
import { placeId } from './place.ts';
import './chains.css';

interface ChainsProps {
  proposal: Proposal;
  car: FinishedCar;
  /** the chosen part or place */
  chosen: string | null;
  onChoose: (id: string | null) => void;
}

/** Under the signal: what turns the system on and what feeds it. Where something is set, it is chosen like a part. */
export function Chains({ proposal, car, chosen, onChoose }: ChainsProps) {
  const { setup } = proposal;
  if (!setup) return null;
  return (
    <div className="chains">
      {chainsOf(proposal, setup, car).map(({ title, links }) => (
        <section key={title} className="chain" aria-label={title}>
          <h2 className="label">{title}</h2>
          <ol>
            {links.map((link, n) => (
              <li key={`${n}${link.name}`}>
                <ChainLink link={link} chosen={chosen} onChoose={onChoose} />
              </li>
            ))}
          </ol>
        </section>
      ))}
    </div>
  );
}

function ChainLink({ link, chosen, onChoose }: { link: Link } & Pick<ChainsProps, 'chosen' | 'onChoose'>) {
  const face = (
    <>
      <strong>{link.name}</strong>
      <span className="small quiet">{link.says}</span>
    </>
  );
  if (link.place === null) return <span className="chain-link">{face}</span>;
  const id = placeId(link.place);
  return (
    <button
      type="button"
      className="chain-link"
      aria-pressed={chosen === id}
      onClick={() => onChoose(chosen === id ? null : id)}
    >
      {face}
    </button>
  );
}
