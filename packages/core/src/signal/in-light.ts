import { classOfEdges, type Classification, DEFAULT_LIMITS } from './classify.ts';
import type { ResponseAnalysis } from './analyse.ts';
import { edgeEstimate } from './edge-estimate.ts';
import { findEdges } from './edges.ts';
import { floorRise } from './noise-floor.ts';
import { median, passBandLevel } from './pass-band.ts';
import type { Response } from './response.ts';

/** A plateau is looked at from this far under the pass band, and down to this, dB. */
const PLATEAU_DB = [8, 40] as const;
/** It lies this near to what is taken for the floor, dB. */
const AT_FLOOR_DB = 3;
/** Over this much of the data at least, octaves. */
const PLATEAU_OCTAVES = 1.5;
/** What other measurements say of a curve is not surer than this: by one input as it was, or by inputs unknown. */
export const BY_OTHERS = { sameInput: 0.9, unknown: 0.8 } as const;
export interface Light {
  because: string;
  /** at most, 0 to 1 */
  confidence: number;
}

/** What looks like a noise floor far enough up to be a signal that a processor could lift. */
export interface Plateau {
  /** frequencies of it, Hz */
  frequencyHz: number[];
  /** level, dB */
  levelDb: number;
}

/** The plateau of a curve where there is one; null: none, or silence was measured and says what it is. */
export function plateauOf(analysis: ResponseAnalysis): Plateau | null {
  const { smoothed, passBandDb, noiseFloorDb, noiseTiltDb } = analysis;
  if (noiseFloorDb === null) return null;
  const at = smoothed.frequencyHz.flatMap((hz, i) => {
    const level = smoothed.levelDb[i];
    const below = passBandDb - level;
    const floor = noiseFloorDb + floorRise(hz, noiseTiltDb);
    return below >= PLATEAU_DB[0] && below <= PLATEAU_DB[1] && Math.abs(level - floor) <= AT_FLOOR_DB
      ? [i]
      : [];
  });
  const frequencyHz = at.map((i) => smoothed.frequencyHz[i]);
  // Smoothed curves have twelve points an octave.
  if (at.length < 12 * PLATEAU_OCTAVES) return null;
  return { frequencyHz, levelDb: median(at.map((i) => smoothed.levelDb[i])) };
}

/** Mean level at given frequencies, dB; null where a curve has too few of them. */
export function levelAt({ frequencyHz, levelDb }: Response, wanted: readonly number[]): number | null {
  const near = wanted.flatMap((hz) => {
    const i = frequencyHz.findIndex((f) => Math.abs(Math.log2(f / hz)) < 1 / 24);
    return i < 0 ? [] : [levelDb[i]];
  });
  return near.length < wanted.length / 2 ? null : near.reduce((a, b) => a + b, 0) / near.length;
}

/** The curve read with its plateau as signal: everything above it counts as lifted, as an equaliser does. */
export function withPlateauAsSignal(
  analysis: ResponseAnalysis,
  { levelDb }: Plateau,
  light: Light,
): ResponseAnalysis {
  const { smoothed } = analysis;
  const clipped = { ...smoothed, levelDb: smoothed.levelDb.map((l) => Math.min(l, levelDb)) };
  return { ...analysis, ...readAgain(clipped, levelDb, light), noiseFloorDb: null, noiseTiltDb: 0 };
}

/** A quiet curve that is known to be signal, with its band as it can be read. */
export function knownToPlay(analysis: ResponseAnalysis, light: Light): ResponseAnalysis {
  const { smoothed } = analysis;
  return { ...analysis, ...readAgain(smoothed, passBandLevel(smoothed), light) };
}

/** A quiet curve that is known to be noise. */
export const knownSilent = (
  analysis: ResponseAnalysis,
  { because, confidence }: Light,
): ResponseAnalysis => ({
  ...analysis,
  ...{ bandClass: 'silent', confidence, reasons: [because] },
  ...{ lowHz: null, highHz: null, lowError: null, highError: null, doubt: null },
});

function readAgain(
  response: Response,
  passBandDb: number,
  { because, confidence }: Light,
): Classification & Pick<ResponseAnalysis, 'passBandDb' | 'edges' | 'model'> {
  const edges = findEdges(response, passBandDb, null);
  const [low, high] = (['low', 'high'] as const).map((side) => edgeEstimate(side, response, edges, null));
  const read = classOfEdges(low, high, DEFAULT_LIMITS);
  return {
    ...read,
    confidence: Math.min(read.confidence, confidence),
    reasons: [because, ...read.reasons],
    passBandDb,
    edges,
    // What was fitted took the curve for something else.
    model: null,
    doubt: null,
  };
}
