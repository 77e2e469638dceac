import { fractionalOctaveBands } from '../signal/bands.ts';
import type { ResponseAnalysis } from '../signal/analyse.ts';
import { ABOVE_NOISE_DB } from '../signal/edges.ts';
import { levelOfFilterModel } from '../signal/fit/model-level.ts';
import { floorRise } from '../signal/noise-floor.ts';
import { interpolate } from '../signal/smooth.ts';
import type { ComplexResponse } from './network.ts';
import { minimumPhase } from './minimum-phase.ts';
import { phaseOfModel } from './phase-of-model.ts';

/** Mid-bands on which sums are made: 1/12 octave, 20 Hz to 20 kHz. */
export const SUM_GRID_HZ: readonly number[] = fractionalOctaveBands(12).map((b) => b.midHz);

/** Level given to what was not measured: too low to add anything, dB re pass band. */
const UNHEARD_DB = -120;

export type PhaseSource = 'measured' | 'minimum-phase';

export interface OutputResponse {
  response: ComplexResponse;
  phase: PhaseSource;
}

/**
 * Complex response of an output on {@link SUM_GRID_HZ}, from what its capture showed.
 *
 * Phase is the measured one where the capture has it against the source signal; otherwise that of the fitted filters
 * plus the minimum phase of what the model leaves over, as far as it stands {@link ABOVE_NOISE_DB} above the noise
 * floor (never of the raw level: with the noise floor left in, that errs by tens of dB near a crossover).
 *
 * @param useMeasuredPhase the capture's phase was taken against the source signal
 */
export function outputResponse(analysis: ResponseAnalysis, useMeasuredPhase: boolean): OutputResponse {
  const lnGrid = SUM_GRID_HZ.map(Math.log);
  const { smoothed, model, noiseFloorDb, noiseTiltDb } = analysis;
  const lnF = smoothed.frequencyHz.map(Math.log);
  const measured = interpolate(lnF, smoothed.levelDb, lnGrid);
  const filtered = model ? levelOfFilterModel(model, SUM_GRID_HZ) : null;
  const heard = SUM_GRID_HZ.map((hz) =>
    noiseFloorDb === null ? -Infinity : noiseFloorDb + floorRise(hz, noiseTiltDb) + ABOVE_NOISE_DB,
  );
  const step = Math.log(2) / 12;
  const usable = lnGrid.map(
    (x, i) => x >= lnF[0] - step && x <= lnF[lnF.length - 1] + step && measured[i] >= heard[i],
  );
  const levelDb = lnGrid.map((_, i) =>
    usable[i]
      ? measured[i]
      : Math.min(
          filtered ? filtered[i] : analysis.passBandDb + UNHEARD_DB,
          heard[i] === -Infinity ? Infinity : heard[i],
        ),
  );

  const phaseMeasured = useMeasuredPhase && smoothed.phaseDeg !== undefined;
  let phase: ArrayLike<number>;
  if (phaseMeasured) {
    phase = interpolate(lnF, smoothed.phaseDeg!, lnGrid).map((deg) => (deg * Math.PI) / 180);
  } else if (model && filtered) {
    const left = levelDb.map((l, i) => (usable[i] ? l - filtered[i] : 0));
    const excess = minimumPhase(Float64Array.from(lnGrid), left);
    phase = phaseOfModel(model, SUM_GRID_HZ).map((p, i) => p + excess[i]);
  } else {
    phase = minimumPhase(Float64Array.from(lnGrid), levelDb);
  }
  const re = new Float64Array(lnGrid.length);
  const im = new Float64Array(lnGrid.length);
  for (let i = 0; i < lnGrid.length; i++) {
    const amplitude = 10 ** (levelDb[i] / 20);
    re[i] = amplitude * Math.cos(phase[i]);
    im[i] = amplitude * Math.sin(phase[i]);
  }
  return { response: { re, im }, phase: phaseMeasured ? 'measured' : 'minimum-phase' };
}
