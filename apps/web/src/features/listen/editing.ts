import type { Pair, UnitView } from '@ulpen/core';

/** What is being changed in a dialog of this stage. */
export type Editing =
  | { what: 'unit'; unit: UnitView | null }
  | { what: 'output'; unit: UnitView; pair: Pair | null }
  | { what: 'import'; file: File; pairId: string };
