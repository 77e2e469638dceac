import type { Standing } from '@ulpen/core';
import './standing-tag.css';

/** How a thing is known: filled, outlined or dashed, and said. */
export function StandingTag({ standing, children }: { standing: Standing; children?: React.ReactNode }) {
  return <span className={`standing standing-${standing}`}>{children ?? standing}</span>;
}
