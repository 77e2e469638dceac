import { dbToPower, powerToDb } from '../../quantity/decibel.ts';
import {
  type ClockHz,
  type FilterShape,
  multiplyFilter,
  multiplyPeak,
  multiplyShelf,
  type SectionSlopes,
  type ShelfSide,
  unwarped,
  warped,
} from './sections.ts';

/** Which elements the model has; their values are in a parameter vector in the same order. */
export interface ModelShape {
  /** filters and equaliser run at this rate; null: analogue */
  clockHz: ClockHz;
  highPass: FilterShape | null;
  lowPass: FilterShape | null;
  lowShelf: boolean;
  highShelf: boolean;
  /** number of peaking sections */
  peaks: number;
}

/** A peaking or shelving section: centre or corner, gain and quality. */
export interface SectionValues {
  lnHz: number;
  gainDb: number;
  lnQ: number;
}

/** Values of a model, in the units that the fit works in. What its shape does not have is a start for what may come. */
export interface ModelValues {
  gainDb: number;
  /** noise floor at 1 kHz, dB */
  floorDb: number;
  lnHighPass: number;
  lnLowPass: number;
  lowShelf: SectionValues;
  highShelf: SectionValues;
  peaks: SectionValues[];
}

export const PLAIN: ModelShape = {
  clockHz: null,
  highPass: null,
  lowPass: null,
  lowShelf: false,
  highShelf: false,
  peaks: 0,
};

/** Sections of a shape in the order of their parameters. */
export const shelvesOf = (shape: ModelShape): ShelfSide[] => [
  ...(shape.lowShelf ? (['low'] as const) : []),
  ...(shape.highShelf ? (['high'] as const) : []),
];

const filtersOf = (shape: ModelShape): number => (shape.highPass ? 1 : 0) + (shape.lowPass ? 1 : 0);

/** Number of free parameters. */
export const parametersOf = (shape: ModelShape): number =>
  2 + filtersOf(shape) + 3 * (shelvesOf(shape).length + shape.peaks);

const toClock = (lnHz: number, clockHz: ClockHz) =>
  clockHz === null ? lnHz : Math.log(warped(Math.exp(lnHz), clockHz));
const fromClock = (lnHz: number, clockHz: ClockHz) =>
  clockHz === null ? lnHz : Math.log(unwarped(Math.exp(lnHz), clockHz));

/** Values as a parameter vector: frequencies as the filters see them. */
export function packValues(shape: ModelShape, v: ModelValues): Float64Array {
  const { clockHz } = shape;
  const list = [v.gainDb, v.floorDb];
  if (shape.highPass) list.push(toClock(v.lnHighPass, clockHz));
  if (shape.lowPass) list.push(toClock(v.lnLowPass, clockHz));
  const shelves = shelvesOf(shape).map((side) => (side === 'low' ? v.lowShelf : v.highShelf));
  for (const p of [...shelves, ...v.peaks.slice(0, shape.peaks)])
    list.push(toClock(p.lnHz, clockHz), p.gainDb, p.lnQ);
  return Float64Array.from(list);
}

/** The way back; what the shape does not have stays as it is in `rest`. */
export function unpackValues(shape: ModelShape, packed: Float64Array, rest: ModelValues): ModelValues {
  const { clockHz } = shape;
  let at = 2;
  const section = (): SectionValues => ({
    lnHz: fromClock(packed[at++], clockHz),
    gainDb: packed[at++],
    lnQ: packed[at++],
  });
  return {
    gainDb: packed[0],
    floorDb: packed[1],
    lnHighPass: shape.highPass ? fromClock(packed[at++], clockHz) : rest.lnHighPass,
    lnLowPass: shape.lowPass ? fromClock(packed[at++], clockHz) : rest.lnLowPass,
    lowShelf: shape.lowShelf ? section() : rest.lowShelf,
    highShelf: shape.highShelf ? section() : rest.highShelf,
    peaks: Array.from({ length: shape.peaks }, section),
  };
}

/**
 * |H|^2 of filters and equaliser, without gain and floor.
 *
 * @param hz frequencies as the filters see them ({@link warped} at the shape's clock)
 * @param packed as of {@link packValues}
 * @param columns one for each parameter, for the derivatives of ln|H|^2; null where they are not wanted
 */
export function powerOfModel(
  shape: ModelShape,
  hz: Float64Array,
  packed: Float64Array,
  power: Float64Array,
  columns: readonly Float64Array[] | null,
): void {
  power.fill(1);
  let at = 2;
  for (const side of ['high-pass', 'low-pass'] as const) {
    const filter = side === 'high-pass' ? shape.highPass : shape.lowPass;
    if (!filter) continue;
    multiplyFilter(filter, side, hz, Math.exp(packed[at]), power, columns && columns[at]);
    at++;
  }
  const slopesAt = (): SectionSlopes | null =>
    columns && { byLnFrequency: columns[at], byGainDb: columns[at + 1], byLnQ: columns[at + 2] };
  for (const side of shelvesOf(shape)) {
    const [hzAt, gainDb, q] = [Math.exp(packed[at]), packed[at + 1], Math.exp(packed[at + 2])];
    multiplyShelf(side, hz, hzAt, gainDb, q, power, slopesAt());
    at += 3;
  }
  for (let p = 0; p < shape.peaks; p++, at += 3)
    multiplyPeak(hz, Math.exp(packed[at]), packed[at + 1], Math.exp(packed[at + 2]), power, slopesAt());
}

/** Level of a model without its noise floor, dB, at the given frequencies in Hz. */
export function levelWithoutFloor(shape: ModelShape, values: ModelValues, hz: Float64Array): Float64Array {
  const power = new Float64Array(hz.length);
  powerOfModel(
    shape,
    hz.map((f) => warped(f, shape.clockHz)),
    packValues(shape, values),
    power,
    null,
  );
  const gain = dbToPower(values.gainDb);
  return power.map((p) => powerToDb(Math.max(gain * p, 1e-60)));
}
