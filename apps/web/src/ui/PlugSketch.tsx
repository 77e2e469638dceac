import { type ConnectorFields, faceOf, type View } from '@ulpen/core';
import './plug-sketch.css';

interface PlugSketchProps {
  shape: Pick<ConnectorFields, 'rows' | 'view' | 'corner' | 'along' | 'turning' | 'latch' | 'keying'>;
  view: View;
  /** numbers of cavities without a wire */
  holes: ReadonlySet<number>;
  /** numbers of the cavities that are being probed */
  picked?: readonly (number | undefined)[];
}

/** A plug's numbers in place, small: enough to see where 1 is and where the latch is from this side. */
export function PlugSketch({ shape, view, holes, picked = [] }: PlugSketchProps) {
  const face = faceOf(shape, view);
  const size = Math.min(30, 380 / face.width);
  const width = face.width * size;
  const height = face.rows * 26;
  const latch = {
    top: { x: width / 2 - 18, y: -11, width: 36, height: 7 },
    bottom: { x: width / 2 - 18, y: height + 4, width: 36, height: 7 },
    left: { x: -9, y: height / 2 - 10, width: 5, height: 20 },
    right: { x: width + 4, y: height / 2 - 10, width: 5, height: 20 },
    none: null,
  }[face.latch];
  const one = face.places[0];
  return (
    <svg
      className="plug-sketch"
      viewBox={`-10 -12 ${width + 20} ${height + 24}`}
      role="img"
      aria-label={`From the ${view} side: cavity 1 is ${one.row === 0 ? 'top' : 'bottom'} ${one.x < face.width / 2 ? 'left' : 'right'}`}
    >
      <rect x="-4" y="-4" width={width + 8} height={height + 8} rx="6" className="sketch-shell" />
      {latch && <rect {...latch} className="sketch-latch" />}
      {face.places.map((p) => (
        <g
          key={p.number}
          transform={`translate(${p.x * size} ${p.row * 26})`}
          className={picked.includes(p.number) ? 'sketch-picked' : holes.has(p.number) ? 'sketch-empty' : ''}
        >
          <rect x="1.5" y="1.5" width={size - 3} height="23" rx="3" />
          <text x={size / 2} y="17" textAnchor="middle">
            {p.number}
          </text>
        </g>
      ))}
    </svg>
  );
}
