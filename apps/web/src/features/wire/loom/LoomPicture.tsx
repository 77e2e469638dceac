import { useRef, useState } from 'react';
import { type Loom, type ZoneId, ZONE } from '@ulpen/core';
import { useFramedWiring } from '../WireFrame.tsx';
import { type BundlePicture, PICTURE, placeOf, type Point, type ZoneCard, zoneAt } from './loom-picture.ts';

interface LoomPictureProps {
  loom: Loom;
  cards: ZoneCard[];
  bundles: BundlePicture[];
  /** link or zone that is chosen */
  at: string | null;
  onChoose: (id: string | null) => void;
}

interface Drag {
  /** what was grabbed; null: no single thing */
  spot: string | null;
  zone: ZoneId;
  from: Point;
  to: Point;
}

const enter = (act: () => void) => (e: React.KeyboardEvent) => {
  if (e.key !== 'Enter' && e.key !== ' ') return;
  e.preventDefault();
  act();
};

/** Moved by less than this, in units of the picture, it was a click. */
const CLICK = 10;

/** Zones, what stands in them and the bundles between; a name is dragged to another zone. */
export function LoomPicture({ loom, cards, bundles, at, onChoose }: LoomPictureProps) {
  const { change } = useFramedWiring();
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const { body } = loom;
  const pointAt = (e: React.PointerEvent): Point => {
    const box = svg.current!.getBoundingClientRect();
    return {
      x: ((e.clientX - box.left) / box.width) * PICTURE.width,
      y: ((e.clientY - box.top) / box.height) * PICTURE.height,
    };
  };
  const moved = drag !== null && Math.hypot(drag.to.x - drag.from.x, drag.to.y - drag.from.y) >= CLICK;
  const drop = () => {
    if (!drag) return;
    setDrag(null);
    const { spot, zone, to } = drag;
    const target = moved && spot !== null ? zoneAt(loom, cards, to) : zone;
    if (target !== zone && spot !== null) change(({ zones }) => ({ zones: { ...zones, [spot]: target } }));
    onChoose(target);
  };
  const under = moved && drag.spot !== null ? zoneAt(loom, cards, drag.to) : null;
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
            r={under ? 7 : 2.5}
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
          onGrab={(e, spot) => setDrag({ spot, zone: card.zone, from: pointAt(e), to: pointAt(e) })}
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

interface CardProps {
  card: ZoneCard;
  on: boolean;
  onChoose: () => void;
  onGrab: (e: React.PointerEvent, spot: string | null) => void;
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
      onKeyDown={enter(onChoose)}
    >
      <title>{ZONE[zone].name}</title>
      <rect
        width={width}
        height={height}
        rx="5"
        className={lines.every((l) => l.said) ? undefined : 'loom-assumed'}
        onPointerDown={(e) => onGrab(e, null)}
      />
      {lines.map(({ text, spot }, n) => (
        <g key={spot ?? 'more'} className="loom-name" onPointerDown={(e) => onGrab(e, spot)}>
          <rect x="2" y={5 + 15 * n} width={width - 4} height="15" />
          <text x="8" y={17 + 15 * n}>
            {text}
          </text>
        </g>
      ))}
    </g>
  );
}
