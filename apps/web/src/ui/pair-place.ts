import type { Pair } from '@ulpen/core';

/** Where a pair sits: `C2 · 3/4`; empty when nothing was noted. */
export function pairPlace({
  plug,
  plusCavity,
  minusCavity,
}: Pick<Pair, 'plug' | 'plusCavity' | 'minusCavity'>): string {
  return [plug, [plusCavity, minusCavity].filter((c) => c !== null).join('/')].filter(Boolean).join(' · ');
}
