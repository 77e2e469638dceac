import type { ResponseAnalysis } from '../signal/analyse.ts';
import { ABOVE_NOISE_DB } from '../signal/edges.ts';
import { filtersAlone, levelOfFilterModel } from '../signal/fit/model-level.ts';
import { floorRise } from '../signal/noise-floor.ts';

export interface Equalisation {
  frequencyHz: number[];
  /** level beyond what the filters alone explain, dB */
  residualDb: number[];
  /** highest and lowest of it, dB */
  highest: { hz: number; db: number };
  lowest: { hz: number; db: number };
}

/** The fitted filters explain a level within this much of the pass band; further down the residual is of no use, dB. */
const WITHIN_DB = 12;

/**
 * What the factory's equaliser does to an output: measured less fitted filters, where both are well above the noise.
 *
 * @returns null without a filter model
 */
export function equalisationOf(analysis: ResponseAnalysis): Equalisation | null {
  const { model, smoothed, noiseFloorDb, noiseTiltDb } = analysis;
  if (!model) return null;
  const filters = levelOfFilterModel(filtersAlone(model), smoothed.frequencyHz);
  const frequencyHz: number[] = [];
  const residualDb: number[] = [];
  smoothed.frequencyHz.forEach((hz, i) => {
    const floor = noiseFloorDb === null ? -Infinity : noiseFloorDb + floorRise(hz, noiseTiltDb);
    if (filters[i] < model.gainDb - WITHIN_DB || smoothed.levelDb[i] < floor + ABOVE_NOISE_DB) return;
    frequencyHz.push(hz);
    residualDb.push(smoothed.levelDb[i] - filters[i]);
  });
  if (frequencyHz.length === 0) return null;
  const extreme = (sign: 1 | -1) => {
    const i = residualDb.reduce((best, db, n) => (sign * db > sign * residualDb[best] ? n : best), 0);
    return { hz: frequencyHz[i], db: residualDb[i] };
  };
  return { frequencyHz, residualDb, highest: extreme(1), lowest: extreme(-1) };
}
