import { useRef, useState } from 'react';
import { type Loom, type ZoneId, ZONE } from '@ulpen/core';
import { useFramedWiring } from '../WireFrame.tsx';
import { type BundlePicture, PICTURE, placeOf, type Point, type ZoneCard } from './loom-picture.ts';

interface LoomPictureProps {
  loom: Loom;
  cards: ZoneCard[];
  bundles: BundlePicture[];
  /** link or zone that is chosen */
  at: string | null;
  onChoose: (id: string | null) => void;
}

const enter = (act: () => void) => (e: React.KeyboardEvent) => {
  if (e.key !== 'Enter' && e.key !== ' ') return;
  e.preventDefault();
  act();
};

/** Zones, what stands in them and the bundles between; a card is dragged to another zone with all that stands in it. */
export function LoomPicture({ loom, cards, bundles, at, onChoose }: LoomPictureProps) {
  const { change } = useFramedWiring();
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ zone: ZoneId; to: Point } | null>(null);
  const { body, spots } = loom;
  const pointAt = (e: React.PointerEvent): Point => {
    const box = svg.current!.getBoundingClientRect();
    return {
      x: ((e.clientX - box.left) / box.width) * PICTURE.width,
      y: ((e.clientY - box.top) / box.height) * PICTURE.height,
    };
  };
  const nearest = (p: Point): ZoneId =>
    [...body.zones.keys()].reduce((a, b) => (far(placeOf(body, b), p) < far(placeOf(body, a), p) ? b : a));
  const drop = () => {
    if (!drag) return;
    const target = nearest(drag.to);
    setDrag(null);
    if (target === drag.zone) return onChoose(drag.zone);
    const moved = [...spots.values()].filter((s) => s.zone === drag.zone).map((s) => [s.id, target] as const);
    change(({ zones }) => ({ zones: { ...zones, ...Object.fromEntries(moved) } }));
    onChoose(target);
  };
  const under = drag && nearest(drag.to);
  return (
    <svg
      ref={svg}
      className="loom-picture"
      viewBox={`0 0 ${PICTURE.width} ${PICTURE.height}`}
      role="group"
      aria-label={`${body.name} from above`}
      onPointerMove={(e) => drag && setDrag({ ...drag, to: pointAt(e) })}
      onPointerUp={drop}
      onPointerLeave={() => setDrag(null)}
    >
      <rect
        className="loom-body"
        x="8"
        y="22"
        width={PICTURE.width - 16}
        height={PICTURE.height - 44}
        rx="70"
      />
      <text className="loom-side" x={PICTURE.width / 2} y="14" textAnchor="middle">
        right
      </text>
      <text className="loom-side" x={PICTURE.width / 2} y={PICTURE.height - 6} textAnchor="middle">
        left
      </text>
      {LANDMARKS.map(([name, zone]) => {
        const at = body.zones.get(zone);
        return (
          at && (
            <text key={name} className="loom-side" x={placeOf(body, zone).x} y="38" textAnchor="middle">
              {name}
            </text>
          )
        );
      })}
      {[...body.zones.keys()].map((zone) => {
        const p = placeOf(body, zone);
        return (
          <circle
            key={zone}
            className={zone === under ? 'loom-dot loom-target' : 'loom-dot'}
            cx={p.x}
            cy={p.y}
            r={drag ? 7 : 2.5}
          >
            <title>{ZONE[zone].name}</title>
          </circle>
        );
      })}
      {bundles.map(({ bundle, strokes, path, middle }) => {
        const { id, a, b } = bundle.link;
        const name = `${ZONE[a].name} to ${ZONE[b].name}, ${bundle.laid.length} ${bundle.laid.length === 1 ? 'run' : 'runs'}`;
        return (
          <g
            key={id}
            className={id === at ? 'loom-bundle loom-on' : 'loom-bundle'}
            role="button"
            tabIndex={0}
            aria-label={name}
            aria-pressed={id === at}
            onClick={() => onChoose(id)}
            onKeyDown={enter(() => onChoose(id))}
          >
            <title>{name}</title>
            <path className="loom-hit" d={path} />
            {strokes.map((s) => (
              <path key={s.level} className={`loom-wire loom-${s.level}`} d={s.path} strokeWidth={s.px} />
            ))}
            {id === at && <circle className="loom-here" cx={middle.x} cy={middle.y} r="6" />}
          </g>
        );
      })}
      {cards.map((card) => (
        <Card
          key={card.zone}
          card={card}
          on={card.zone === at}
          onChoose={() => onChoose(card.zone)}
          onGrab={(e) => setDrag({ zone: card.zone, to: pointAt(e) })}
        />
      ))}
    </svg>
  );
}

/** Along the car, by where one of its zones lies. */
const LANDMARKS: readonly (readonly [string, ZoneId])[] = [
  ['engine bay', 'engine-bay-left'],
  ['dash', 'dash-centre'],
  ['cabin', 'sill-left'],
  ['boot', 'boot'],
  ['load bed', 'bed'],
];

const far = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);

interface CardProps {
  card: ZoneCard;
  on: boolean;
  onChoose: () => void;
  onGrab: (e: React.PointerEvent) => void;
}

function Card({ card: { zone, x, y, width, height, lines }, on, onChoose, onGrab }: CardProps) {
  return (
    <g
      className={on ? 'loom-card loom-on' : 'loom-card'}
      role="button"
      tabIndex={0}
      aria-label={`${ZONE[zone].name}: ${lines.map((l) => l.text).join(', ')}`}
      aria-pressed={on}
      transform={`translate(${(x - width / 2).toFixed(1)} ${(y - height / 2).toFixed(1)})`}
      onPointerDown={onGrab}
      onKeyDown={enter(onChoose)}
    >
      <title>{ZONE[zone].name}</title>
      <rect
        width={width}
        height={height}
        rx="5"
        className={lines.every((l) => l.said) ? undefined : 'loom-assumed'}
      />
      {lines.map(({ text }, n) => (
        <text key={`${text} ${n}`} x="8" y={17 + 15 * n}>
          {text}
        </text>
      ))}
    </g>
  );
}
