import { type FilterModel, levelOfFilterModel, SUM_GRID_HZ } from '@ulpen/core';

/** The fitted model as a curve. */
export function modelCurve(model: FilterModel): {
  frequencyHz: readonly number[];
  levelDb: readonly number[];
} {
  return { frequencyHz: SUM_GRID_HZ, levelDb: levelOfFilterModel(model, SUM_GRID_HZ) };
}
