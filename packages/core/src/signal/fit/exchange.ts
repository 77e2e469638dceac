import { type Candidate, type Fitter, HASTY } from './fitter.ts';
import type { ModelShape, ModelValues, SectionValues } from './model.ts';
import { FILTER_SHAPES } from './sections.ts';

/** A shape with values to start from. */
type Start = readonly [ModelShape, ModelValues];

const SHELVES = ['lowShelf', 'highShelf'] as const;
const FILTERS = ['highPass', 'lowPass'] as const;
const CORNER = { highPass: 'lnHighPass', lowPass: 'lnLowPass' } as const;

/** Rounds of exchanges, and how many of each are fitted finely. */
const ROUNDS = 2;
const FINELY = 4;
/** A peak elsewhere starts in one place an octave, in so many at most, up or down by this. */
const PLACES = 8;
const PEAK_DB = 4;
/** A peak so near to a corner bends it; in its place one starts this far to either side, in ln Hz, as narrow as that. */
const BESIDE_LN = Math.LN2;
const ASIDE_LN = 0.15;
const BESIDE_LN_Q = Math.log(1.5);
/** A shelf starts with so much, up or down, dB. */
const SHELF_DB = 6;
/** Criteria nearer than this are of one model. */
const SAME = 0.02;
/** A first look that is worse by more than this is not followed, a fit that is worse by more than that is not grown. */
const NOT_WORSE = 25;
const WORTH_GROWING = 6;

/**
 * Exchanges one element for another, where a search that adds one by one has gone astray: a section gives way to a peak
 * elsewhere, to a shelf or to another filter, two peaks or a filter to a shelf, as long as that helps.
 */
export function exchange(fitter: Fitter, start: Candidate): Candidate {
  let best = start;
  for (let round = 0; round < ROUNDS; round++) {
    const before = best;
    const own = fitter.glance(before.shape, before.grid, before.values).bic;
    const looks = exchanged(before, fitter.data.hz)
      .map(([shape, values]) => fitter.glance(shape, before.grid, values, HASTY))
      .filter((look) => look.bic < own + NOT_WORSE)
      .sort((a, b) => a.bic - b.bic);
    for (const look of distinct(looks).slice(0, FINELY)) {
      const fine = fitter.fit(look.shape, look.grid, look.values);
      if (fine.bic > best.bic + WORTH_GROWING) continue;
      const grown = fitter.grow(fine);
      if (grown.bic < best.bic) best = grown;
    }
    if (best === before) break;
  }
  return best;
}

/** Starts that end in the same place count once. */
const distinct = (sorted: readonly Candidate[]) =>
  sorted.filter(({ bic }, i) => i === 0 || bic - sorted[i - 1].bic > SAME);

/** All starts with one element exchanged; none where there is no equaliser. */
function exchanged({ shape, values }: Candidate, hz: Float64Array): Start[] {
  const starts: Start[] = [];
  if (shape.peaks === 0 && !shape.lowShelf && !shape.highShelf) return starts;
  const band = [
    shape.highPass ? values.lnHighPass : Math.log(hz[0]),
    shape.lowPass ? values.lnLowPass : Math.log(hz[hz.length - 1]),
  ] as const;
  const peaksBut = (...dropped: number[]): Start => {
    const peaks = values.peaks.filter((_, j) => !dropped.includes(j));
    return [
      { ...shape, peaks: peaks.length },
      { ...values, peaks },
    ];
  };
  for (let i = 0; i < shape.peaks; i++) {
    const less = peaksBut(i);
    starts.push(
      ...withPeak(less, band),
      ...withShelf(less),
      ...withFilter(less, values.peaks[i].lnHz),
      ...withFilterAndShelf(less),
    );
    for (const filter of FILTERS)
      if (Math.abs(values.peaks[i].lnHz - values[CORNER[filter]]) < BESIDE_LN)
        starts.push(...withFilterAndPeak(less, filter));
    for (let j = i + 1; j < shape.peaks; j++) starts.push(...withShelf(peaksBut(i, j)));
  }
  for (const side of SHELVES) {
    if (!shape[side]) continue;
    const less: Start = [{ ...shape, [side]: false }, values];
    starts.push(...withPeak(less, band), ...withFilter(less, values[side].lnHz), ...withFilterAndShelf(less));
  }
  for (const filter of FILTERS)
    if (shape[filter]) starts.push(...withShelf([{ ...shape, [filter]: null }, values]));
  return starts;
}

function withPeak([shape, values]: Start, [first, last]: readonly [number, number]): Start[] {
  const places = Math.min(PLACES, Math.max(2, Math.round((last - first) / Math.LN2)));
  return Array.from({ length: 2 * places }, (_, k) => {
    const lnHz = first + ((last - first) * (Math.floor(k / 2) + 0.5)) / places;
    const peak: SectionValues = { lnHz, gainDb: k % 2 === 0 ? PEAK_DB : -PEAK_DB, lnQ: 0 };
    return [
      { ...shape, peaks: shape.peaks + 1 },
      { ...values, peaks: [...values.peaks, peak] },
    ];
  });
}

/** Beside a corner a peak makes one kind of filter out of another: any kind, with a peak just inside or outside of it. */
function withFilterAndPeak([shape, values]: Start, filter: (typeof FILTERS)[number]): Start[] {
  if (!shape[filter]) return [];
  return FILTER_SHAPES.flatMap((made) =>
    [-ASIDE_LN, ASIDE_LN].flatMap((aside) =>
      [PEAK_DB, -PEAK_DB].map((gainDb): Start => {
        const peak: SectionValues = { lnHz: values[CORNER[filter]] + aside, gainDb, lnQ: BESIDE_LN_Q };
        return [
          { ...shape, [filter]: made, peaks: shape.peaks + 1 },
          { ...values, peaks: [...values.peaks, peak] },
        ];
      }),
    ),
  );
}

const withShelf = ([shape, values]: Start): Start[] =>
  SHELVES.filter((side) => !shape[side]).flatMap((side) =>
    [SHELF_DB, -SHELF_DB].map((gainDb): Start => [
      { ...shape, [side]: true },
      { ...values, [side]: { ...values[side], gainDb } },
    ]),
  );

/** Another filter; where there was none its corner starts where the section was. */
const withFilter = ([shape, values]: Start, lnHz: number): Start[] =>
  FILTERS.flatMap((filter) =>
    FILTER_SHAPES.filter((made) => made !== shape[filter]).map((made): Start => [
      { ...shape, [filter]: made },
      shape[filter] ? values : { ...values, [CORNER[filter]]: lnHz },
    ]),
  );

/** Another filter of the band's end at a shelf, with that shelf turned over. */
function withFilterAndShelf([shape, values]: Start): Start[] {
  return (
    [
      ['lowShelf', 'lowPass'],
      ['highShelf', 'highPass'],
    ] as const
  ).flatMap(([side, filter]) =>
    shape[filter]
      ? FILTER_SHAPES.flatMap((made) =>
          [SHELF_DB, -SHELF_DB].map((gainDb): Start => [
            { ...shape, [filter]: made, [side]: true },
            { ...values, [side]: { ...values[side], lnHz: values[CORNER[filter]], gainDb } },
          ]),
        )
      : [],
  );
}
