import {
  type CavityFinding,
  type Connector,
  faceOf,
  isAudio,
  type PairFinding,
  type View,
} from '@ulpen/core';
import { CavityChip } from './CavityChip.tsx';
import './connector-face.css';

export interface CavityLook {
  wire: string | null;
  wireClaimed: boolean;
  thick: boolean;
  label: string;
  finding: CavityFinding | null;
  pair: PairFinding | null;
  added: boolean;
}

interface ConnectorFaceProps {
  connector: Connector;
  view: View;
  looks: ReadonlyMap<string, CavityLook>;
  /** plus of the instrument on the first, its other end on the second */
  first?: string | null;
  second?: string | null;
  /** cavities that need a second look */
  marked?: ReadonlySet<string>;
  onPick?: (cavityId: string, extend: boolean) => void;
  children?: React.ReactNode;
}

/** px; a small plug is drawn larger, not stretched */
const WIDEST_CAVITY = 96;

/** A plug drawn to its shape as seen from one side, every cavity with its wire, what it is and how sure that is. */
export function ConnectorFace({
  connector,
  view,
  looks,
  first,
  second,
  marked,
  onPick,
  children,
}: ConnectorFaceProps) {
  const face = faceOf(connector, view);
  const byNumber = new Map(connector.cavities.map((c) => [c.number, c]));
  return (
    <div
      className={`face latch-${face.latch}`}
      style={{ flexBasis: face.width * WIDEST_CAVITY, maxWidth: face.width * WIDEST_CAVITY + 40 }}
    >
      <div className="face-shell" data-shell={connector.shell ?? undefined}>
        {face.latch !== 'none' && (
          <span className={`face-latch face-latch-${face.latch}`} aria-hidden="true" />
        )}
        <div
          className="face-grid"
          style={{
            gridTemplateColumns: `repeat(${face.width * 2}, minmax(var(--half-cavity), 1fr))`,
            gridTemplateRows: `repeat(${face.rows}, auto)`,
          }}
        >
          {face.places.map(({ number, x, row }) => {
            const cavity = byNumber.get(number);
            if (!cavity) return null;
            const place = { gridColumn: `${x * 2 + 1} / span 2`, gridRow: row + 1 };
            if (cavity.empty) {
              return (
                <button
                  key={number}
                  type="button"
                  tabIndex={-1}
                  className={`cavity cavity-empty ${first === cavity.id ? 'cavity-first' : ''}`}
                  style={place}
                  aria-label={`${number}, empty`}
                  onClick={(e) => onPick?.(cavity.id, e.shiftKey)}
                >
                  <span className="cavity-number">{number}</span>
                </button>
              );
            }
            const look = looks.get(cavity.id);
            return (
              <Cavity
                key={number}
                number={number}
                look={look}
                place={place}
                pick={first === cavity.id ? 'first' : second === cavity.id ? 'second' : null}
                marked={marked?.has(cavity.id) ?? false}
                isPlus={look?.pair ? look.pair.plusCavityId === cavity.id : null}
                onPick={(extend) => onPick?.(cavity.id, extend)}
              />
            );
          })}
        </div>
        {face.keying !== 'none' && (
          <>
            {(face.keying === 'left' || face.keying === 'both') && (
              <span className="face-key face-key-left" />
            )}
            {face.keying === 'centre' && <span className="face-key face-key-centre" />}
            {(face.keying === 'right' || face.keying === 'both') && (
              <span className="face-key face-key-right" />
            )}
          </>
        )}
      </div>
      {children}
    </div>
  );
}

interface CavityProps {
  number: number;
  look: CavityLook | undefined;
  place: React.CSSProperties;
  pick: 'first' | 'second' | null;
  marked: boolean;
  isPlus: boolean | null;
  onPick: (extend: boolean) => void;
}

function Cavity({ number, look, place, pick, marked, isPlus, onPick }: CavityProps) {
  const finding = look?.finding ?? null;
  const pair = look?.pair ?? null;
  const state = finding?.state ?? 'open';
  const signed = pair && isAudio(pair.kind) && state !== 'open' ? pair.polarity : null;
  const sign = signed && signed.state !== 'open' ? (isPlus ? '+' : '−') : null;
  const spoken = [
    `cavity ${number}`,
    look?.wire ?? 'colour not noted',
    look?.label === '?' ? 'open' : `${look?.label ?? ''} ${sign ?? ''}`,
    finding ? `${finding.standing}, ${Math.round(finding.probability * 100)} percent` : '',
    marked ? 'look again' : '',
  ].join(', ');
  return (
    <button
      type="button"
      tabIndex={-1}
      className={[
        'cavity',
        `cavity-${finding?.standing ?? 'assumed'}`,
        `cavity-is-${state}`,
        pick ? `cavity-${pick}` : '',
        marked ? 'cavity-marked' : '',
      ].join(' ')}
      style={place}
      aria-label={spoken}
      aria-pressed={pick !== null}
      onClick={(e) => onPick(e.shiftKey)}
    >
      <span className="cavity-top">
        <span className="cavity-number">{number}</span>
      </span>
      <CavityChip wire={look?.wire ?? null} thick={look?.thick} />
      <span className={`cavity-code ${look?.wireClaimed ? 'cavity-code-claimed' : ''}`}>
        {look?.wire ?? '–'}
      </span>
      <span className="cavity-label">
        {look?.label ?? '?'}
        {sign && (
          <span className={`cavity-sign cavity-sign-${signed!.standing} ${isPlus ? 'is-plus' : 'is-minus'}`}>
            {sign}
          </span>
        )}
      </span>
      <span className="cavity-sure" aria-hidden="true">
        <span
          style={{
            width: `${Math.round((finding && (state !== 'open' || finding.standing === 'claimed') ? finding.probability : 0) * 100)}%`,
          }}
        />
      </span>
      {look?.added && (
        <span className="cavity-added" title="added by someone, or a joint">
          ✂
        </span>
      )}
      {pick && <span className={`cavity-probe cavity-probe-${pick}`} aria-hidden="true" />}
    </button>
  );
}
