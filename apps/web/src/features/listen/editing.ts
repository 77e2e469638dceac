import type { PairView, UnitView } from '@ulpen/core';

/** What is being changed in a dialog of this stage. */
export type Editing =
  | { what: 'unit'; unit: UnitView | null }
  | { what: 'output'; unit: UnitView; pair: PairView | null }
  | { what: 'speakers' }
  | { what: 'import'; file: File; pairId: string }
  | { what: 'several'; files: File[] }
  | { what: 'recording'; file: File; pairId: string };

/** Sound by its name or its kind; everything else is taken as text with columns. */
export const isSound = (file: File): boolean => /\.wave?$/i.test(file.name) || file.type.startsWith('audio/');
