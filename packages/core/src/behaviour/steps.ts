import { tellsOfFactory } from '../model/chapter.ts';
import type { PairView } from '../model/views.ts';
import type { Capture } from '../model/capture.ts';
import type { ResponseAnalysis } from '../signal/analyse.ts';
import { ABOVE_NOISE_DB } from '../signal/edges.ts';
import { floorRise } from '../signal/noise-floor.ts';

/** A response at a volume step. */
export interface ResponseAtStep {
  step: number;
  analysis: ResponseAnalysis;
  /** levels are volts at the output, so that captures of different inputs can be compared */
  inVolts: boolean;
}

/**
 * The newest live capture of each volume step, lowest step first. Only captures in one unit are comparable; those in
 * volts win where there are as many.
 */
export function capturesByStep({ captures }: Pick<PairView, 'captures'>): Capture[] {
  const live = captures.filter(
    (c) => tellsOfFactory(c) && c.volumeStep !== null && c.load !== 'none' && usable(c.analysis),
  );
  const groups = new Map<string, Map<number, Capture>>();
  for (const c of live) {
    const group = groups.get(c.levelUnit) ?? new Map<number, Capture>();
    if (!group.has(c.volumeStep!)) group.set(c.volumeStep!, c);
    groups.set(c.levelUnit, group);
  }
  const most = [...groups.values()].reduce<Map<number, Capture> | null>((best, g) => {
    const inVolts = [...g.values()][0].levelUnit === 'dBV';
    return best === null || g.size > best.size || (g.size === best.size && inVolts) ? g : best;
  }, null);
  return [...(most?.values() ?? [])].sort((a, b) => a.volumeStep! - b.volumeStep!);
}

export const atStep = (c: Capture): ResponseAtStep => ({
  step: c.volumeStep!,
  analysis: c.analysis,
  inVolts: c.levelUnit === 'dBV',
});

const usable = (a: ResponseAnalysis) => a.bandClass !== 'silent' && a.smoothed.frequencyHz.length >= 12;

/**
 * Mean level in a band, dB; null where fewer than three points of the band stand clear of the noise.
 *
 * @param lowHz,highHz the band, Hz
 */
export function levelIn(analysis: ResponseAnalysis, lowHz: number, highHz: number): number | null {
  const { smoothed, noiseFloorDb, noiseTiltDb } = analysis;
  let sum = 0;
  let points = 0;
  smoothed.frequencyHz.forEach((hz, i) => {
    if (hz < lowHz || hz > highHz) return;
    const floor = noiseFloorDb === null ? -Infinity : noiseFloorDb + floorRise(hz, noiseTiltDb);
    if (smoothed.levelDb[i] < floor + ABOVE_NOISE_DB) return;
    sum += smoothed.levelDb[i];
    points++;
  });
  return points >= 3 ? sum / points : null;
}

/** Change of level over points that lie within `within` dB of the first response's pass band, dB. */
export function levelChange(
  first: ResponseAnalysis,
  second: ResponseAnalysis,
  [lowHz, highHz]: readonly [number, number],
  within = 10,
): number | null {
  const { frequencyHz, levelDb } = first.smoothed;
  const inside = frequencyHz.filter(
    (hz, i) => hz >= lowHz && hz <= highHz && levelDb[i] > first.passBandDb - within,
  );
  if (inside.length < 3) return null;
  const [from, to] = [inside[0] * 0.999, inside[inside.length - 1] * 1.001];
  const [a, b] = [levelIn(first, from, to), levelIn(second, from, to)];
  return a === null || b === null ? null : b - a;
}
