import { PAINT, wireName } from '@ulpen/core';
import './wire-chip.css';

interface WireChipProps {
  wire: string | null;
  /** `''` leaves room for one, so that chips stand in line (default: neither) */
  sign?: '+' | '−' | '';
}

/** A wire's colours, base and stripe, always with its letters. */
export function WireChip({ wire, sign }: WireChipProps) {
  const [base, stripe] = (wire ?? '').split('/');
  return (
    <span
      className="wire-chip"
      title={`${sign === '+' ? 'plus: ' : sign === '−' ? 'minus: ' : ''}${wireName(wire)}`}
    >
      {sign !== undefined && <span className="wire-sign">{sign}</span>}
      <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
        <rect
          x="0.5"
          y="0.5"
          width="15"
          height="15"
          rx="4"
          fill={wire ? PAINT[base] : 'none'}
          stroke="var(--line)"
          strokeDasharray={wire ? undefined : '2 2'}
        />
        {stripe && <path d="M3.2 15.5 15.5 3.2V9L9 15.5Z" fill={PAINT[stripe]} />}
        {stripe && <path d="M0.5 9 9 0.5H3.4L0.5 3.4Z" fill={PAINT[stripe]} opacity="0.9" />}
      </svg>
      <span className="num">{wire ?? '–'}</span>
    </span>
  );
}
