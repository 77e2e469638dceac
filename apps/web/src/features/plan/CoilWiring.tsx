import { Button } from 'react-bootstrap';
import { coilArrangements, type CoilNetwork, type Feed, type Target } from '@ulpen/core';
import { useFramedPlan } from './PlanFrame.tsx';

const COIL = { width: 26, height: 14 };
const GAP = 6;

interface Drawn {
  width: number;
  height: number;
  draw: (x: number, y: number) => React.ReactNode;
}

/** Coils from left to right in series, one above the other in parallel. */
function drawn(network: CoilNetwork, key = 'n'): Drawn {
  if (network === 'coil') {
    const { width, height } = COIL;
    return {
      width,
      height,
      draw: (x, y) => (
        <path
          key={key}
          d={`M${x} ${y + height / 2}h3${'a3.3 3.3 0 0 1 6.6 0'.repeat(3)}h3.2`}
          className="coil"
        />
      ),
    };
  }
  const parts = network.parts.map((p, i) => drawn(p, `${key}${i}`));
  if (network.joined === 'series') {
    const height = Math.max(...parts.map((p) => p.height));
    const width = parts.reduce((sum, p) => sum + p.width, 0);
    return {
      width,
      height,
      draw: (x, y) => {
        let at = x;
        return parts.map((p) => {
          const own = p.draw(at, y + (height - p.height) / 2);
          at += p.width;
          return own;
        });
      },
    };
  }
  const inner = Math.max(...parts.map((p) => p.width));
  const height = parts.reduce((sum, p) => sum + p.height, 0) + GAP * (parts.length - 1);
  const width = inner + 2 * GAP;
  return {
    width,
    height,
    draw: (x, y) => {
      let at = y;
      const middles: number[] = [];
      const inside = parts.map((p) => {
        middles.push(at + p.height / 2);
        const left = x + GAP + (inner - p.width) / 2;
        const own = (
          <g key={`${key}-${at}`}>
            <path
              d={`M${x + GAP} ${at + p.height / 2}H${left}M${left + p.width} ${at + p.height / 2}H${x + GAP + inner}`}
              className="coil"
            />
            {p.draw(left, at)}
          </g>
        );
        at += p.height + GAP;
        return own;
      });
      const [top, bottom] = [middles[0], middles[middles.length - 1]];
      const middle = y + height / 2;
      return (
        <g key={key}>
          {inside}
          <path
            d={`M${x + GAP} ${top}V${bottom}M${x + GAP + inner} ${top}V${bottom}M${x} ${middle}h${GAP}M${x + GAP + inner} ${middle}h${GAP}`}
            className="coil"
          />
        </g>
      );
    },
  };
}

interface CoilWiringProps {
  coils: NonNullable<Feed['coils']>;
  target: Pick<Target, 'id' | 'speaker'>;
}

/** How the voice coils are joined, drawn, with what it comes to; and other ways to the same ohms, to choose from. */
export function CoilWiring({ coils, target: { id, speaker } }: CoilWiringProps) {
  const { changes, change, kept } = useFramedPlan().shown;
  const arrangement = coilArrangements(speaker.drivers, speaker.coils, speaker.ohm).find(
    (a) => a.name === coils.name,
  );
  const picture = arrangement && drawn(arrangement.network);
  const choose = (name: string) =>
    change({
      ...changes,
      coils: [...changes.coils.filter((c) => c.targetId !== id), { targetId: id, arrangement: name }],
    });
  return (
    <span className="coil-wiring">
      {picture && (
        <svg
          width={picture.width + 2}
          height={picture.height + 2}
          viewBox={`-1 -1 ${picture.width + 2} ${picture.height + 2}`}
          role="img"
          aria-label={coils.name}
        >
          {picture.draw(0, 0)}
        </svg>
      )}
      <span className="small quiet">
        {coils.name}: <span className="num">{coils.ohm.toFixed(1)} Ω</span>
        {coils.bridged && ', bridged'}
        {coils.wattsPerCoil !== null && (
          <>
            , <span className="num">{coils.wattsPerCoil.toFixed(0)} W</span> per coil
          </>
        )}
        . {coils.ifOneFails}
      </span>
      {coils.others.map((other) => (
        <span key={other.name} className="small quiet coil-other">
          The same ohms by {other.name}. {other.ifOneFails}{' '}
          {kept === null && (
            <Button variant="quiet" className="no-print" onClick={() => choose(other.name)}>
              Join them so
            </Button>
          )}
        </span>
      ))}
    </span>
  );
}
