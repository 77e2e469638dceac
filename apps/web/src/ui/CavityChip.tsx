import { PAINT, wireName } from '@ulpen/core';

/** A wire's end as it is seen in its cavity: base and stripe, or a dashed outline while its colour is not known. */
export function CavityChip({ wire, thick }: { wire: string | null; thick?: boolean }) {
  const [base, stripe] = (wire ?? '').split('/');
  const height = thick ? 22 : 16;
  return (
    <svg width="34" height={height} viewBox={`0 0 34 ${height}`} role="img" aria-label={wireName(wire)}>
      <rect
        x="0.5"
        y="0.5"
        width="33"
        height={height - 1}
        rx="5"
        fill={wire ? PAINT[base] : 'none'}
        stroke="var(--line)"
        strokeDasharray={wire ? undefined : '3 2'}
      />
      {stripe && <path d={`M12 ${height - 0.5} L20 0.5 H26 L18 ${height - 0.5} Z`} fill={PAINT[stripe]} />}
    </svg>
  );
}
