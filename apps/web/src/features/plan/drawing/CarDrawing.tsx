import { useMemo } from 'react';
import { Plus } from 'lucide-react';
import type { JobView, Proposal } from '@ulpen/core';
import type { CarGraph, CarNode, InsertOffer } from './car-graph.ts';
import { type CarLayout, layoutOf, type Routed } from './layout.ts';
import { NodeFace } from './NodeFace.tsx';
import { placesInWords } from './place-words.ts';
import './drawing.css';

interface CarDrawingProps {
  job: JobView;
  proposal: Proposal;
  graph: CarGraph;
  chosen: string | null;
  onChoose: (id: string | null) => void;
  /** null: nothing can be put in here */
  onInsert: ((offer: InsertOffer) => void) | null;
}

/** The finished car from its outputs to its speakers: what is new in copper, what goes on as it was quiet. */
export function CarDrawing({ job, proposal, graph, chosen, onChoose, onInsert }: CarDrawingProps) {
  const drawn = useMemo(() => layoutOf(graph), [graph]);
  return (
    <div className="car-scroll" tabIndex={0} role="group" aria-label="From the outputs to the speakers">
      <div className="car-drawing" style={{ width: drawn.width, height: drawn.height }}>
        <Wires drawn={drawn} />
        {drawn.nodes.map(({ node, x, y, width, height }) => (
          <button
            key={node.id}
            type="button"
            className={`car-node car-node-${node.kind} ${staysAsItIs(node) ? 'car-node-stays' : ''}`}
            aria-pressed={chosen === node.id}
            style={{ left: x, top: y, width, height }}
            onClick={() => onChoose(chosen === node.id ? null : node.id)}
          >
            <NodeFace job={job} proposal={proposal} node={node} />
          </button>
        ))}
        {onInsert &&
          drawn.edges.map(({ edge, from, to }) =>
            edge.insert ? (
              <button
                key={edge.id}
                type="button"
                className="car-insert"
                style={{ left: middle(from, to).x, top: middle(from, to).y }}
                aria-label={`Insert a device ${placesInWords(edge.insert)} for ${job.targets.find((t) => t.id === edge.insert?.targetId)?.name ?? 'a channel'}`}
                title={`Insert a device ${placesInWords(edge.insert)}`}
                onClick={() => onInsert(edge.insert!)}
              >
                <Plus size={14} aria-hidden />
              </button>
            ) : null,
          )}
      </div>
      <p className="car-legend small quiet" aria-hidden="true">
        <span className="car-legend-new">new</span>
        <span className="car-legend-factory">as before</span>
        <span className="car-legend-parted">
          <b>{'//'}</b> intercepted: unit side and speaker side lead to different places
        </span>
      </p>
    </div>
  );
}

/** Speakers that nothing of the plan touches, and outputs that it silences. */
const staysAsItIs = (node: CarNode): boolean =>
  node.kind === 'speakers'
    ? node.speakers[0].fate === 'stays'
    : node.kind === 'outputs' && !node.outputs[0].plays;

const middle = (from: Routed['from'], to: Routed['to']) => ({
  x: (from.x + to.x) / 2,
  y: (from.y + to.y) / 2,
});

function Wires({ drawn }: { drawn: CarLayout }) {
  return (
    <svg className="car-wires" width={drawn.width} height={drawn.height} aria-hidden="true">
      {drawn.edges.map(({ edge, from, to }) => {
        const bend = Math.min(60, (to.x - from.x) / 2);
        return (
          <g key={edge.id} className={`car-wire car-wire-${edge.made}`}>
            <path
              d={`M${from.x} ${from.y}C${from.x + bend} ${from.y} ${to.x - bend} ${to.y} ${to.x} ${to.y}`}
            />
            {edge.intercepted && (
              <g className="car-parted" transform={`translate(${from.x + 12} ${from.y})`}>
                <path d="M-3 6L3 -6M3 6L9 -6" />
              </g>
            )}
          </g>
        );
      })}
    </svg>
  );
}
