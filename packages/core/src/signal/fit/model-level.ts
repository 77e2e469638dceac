import { modelLevel } from './filter-problem.ts';
import type { FilterModel } from './fit-filter.ts';

/** Level of a fitted model without its noise floor, dB, at the given frequencies in Hz. */
export function levelOfFilterModel(model: FilterModel, frequencyHz: readonly number[]): number[] {
  const values = {
    gainDb: model.gainDb,
    floorDb: 0,
    lnHighPass: model.highPass ? Math.log(model.highPass.cornerHz) : 0,
    lnLowPass: model.lowPass ? Math.log(model.lowPass.cornerHz) : 0,
    peaks: model.equaliser.map((p) => ({
      lnCentre: Math.log(p.frequencyHz),
      gainDb: p.gainDb,
      lnQ: Math.log(p.q),
    })),
  };
  const shape = { highPass: model.highPass, lowPass: model.lowPass, peaks: values.peaks.length };
  return [...modelLevel(shape, values, Float64Array.from(frequencyHz, Math.log), false)];
}
