import type { FilterModel } from './fit-filter.ts';
import { levelWithoutFloor, type ModelShape, type ModelValues, type SectionValues } from './model.ts';

const NO_SECTION: SectionValues = { lnHz: 0, gainDb: 0, lnQ: 0 };

/** Level of a fitted model without its noise floor, dB, at the given frequencies in Hz. */
export function levelOfFilterModel(model: FilterModel, frequencyHz: readonly number[]): number[] {
  const section = ({ frequencyHz: hz, gainDb, q }: FilterModel['equaliser'][number]): SectionValues => ({
    lnHz: Math.log(hz),
    gainDb,
    lnQ: Math.log(q),
  });
  const shelf = (side: 'low' | 'high') => model.shelves.find((s) => s.side === side);
  const [low, high] = [shelf('low'), shelf('high')];
  const shape: ModelShape = {
    clockHz: model.clockHz,
    highPass: model.highPass,
    lowPass: model.lowPass,
    lowShelf: low !== undefined,
    highShelf: high !== undefined,
    peaks: model.equaliser.length,
  };
  const values: ModelValues = {
    gainDb: model.gainDb,
    floorDb: 0,
    lnHighPass: model.highPass ? Math.log(model.highPass.cornerHz) : 0,
    lnLowPass: model.lowPass ? Math.log(model.lowPass.cornerHz) : 0,
    lowShelf: low ? section(low) : NO_SECTION,
    highShelf: high ? section(high) : NO_SECTION,
    peaks: model.equaliser.map(section),
  };
  return [...levelWithoutFloor(shape, values, Float64Array.from(frequencyHz))];
}

/** The same model without its equaliser: what its filters alone do. */
export const filtersAlone = (model: FilterModel): FilterModel => ({ ...model, equaliser: [], shelves: [] });
