import { type PairView, pairPlace, placeKnown, wireOfSign } from '@ulpen/core';
import { WireChip } from './WireChip.tsx';

/** Where an output sits, and whether that is more than a note. */
export function OutputPlace({ pair }: { pair: PairView }) {
  const known = placeKnown(pair);
  if (known === 'unknown') return <span className="small quiet">place not known</span>;
  return (
    <span
      className="num small quiet"
      title={known === 'noted' ? 'As noted; joined to no drawn plug' : undefined}
    >
      {pairPlace(pair)}
      {known === 'noted' && ' (noted)'}
    </span>
  );
}

/** Its two wires, as seen or claimed at its cavities; nothing where no cavities are known. */
export function OutputWires({ pair }: { pair: PairView }) {
  if (pair.ends.length === 0) return null;
  return (
    <>
      <WireChip wire={wireOfSign(pair.ends, 'plus')} sign="+" />
      <WireChip wire={wireOfSign(pair.ends, 'minus')} sign="−" />
    </>
  );
}
