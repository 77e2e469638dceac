import type { Response } from '../signal/response.ts';
import { seededRandom } from '../quantity/random.ts';
import { transferAt, type SimulatedChain } from './transfer.ts';

export interface AnalyserOptions {
  /**
   * points from 20 Hz to 20 kHz, evenly spaced over log frequency
   *
   * @default 480
   */
  points?: number;
  /** @default 20 */
  lowHz?: number;
  /** @default 20000 */
  highHz?: number;
  /**
   * noise floor of the whole set-up, dB re the same reference as the chain's gain
   *
   * @default -70
   */
  floorDb?: number;
  /**
   * scatter of every reading, dB, one standard deviation
   *
   * @default 0.3
   */
  scatterDb?: number;
  /**
   * write the phase against the source signal too
   *
   * @default false
   */
  withPhase?: boolean;
  seed: number;
}

/**
 * What an analyser would put into a file for a simulated output: power of the chain plus noise, with scatter that is
 * smaller where more averaging fits (towards high frequencies), as pink-noise measurements have it.
 */
export function measureChain(chain: SimulatedChain, options: AnalyserOptions): Response {
  const {
    points = 480,
    lowHz = 20,
    highHz = 20_000,
    floorDb = -70,
    scatterDb = 0.3,
    withPhase = false,
  } = options;
  const random = seededRandom(options.seed);
  const frequencyHz: number[] = [];
  const levelDb: number[] = [];
  const phaseDeg: number[] = [];
  for (let i = 0; i < points; i++) {
    const hz = lowHz * (highHz / lowHz) ** (i / (points - 1));
    const h = transferAt(chain, hz);
    const power = h.re * h.re + h.im * h.im;
    const scatter = scatterDb * (hz / 200) ** -0.25 * random.normal();
    frequencyHz.push(hz);
    levelDb.push(10 * Math.log10(power + 10 ** (floorDb / 10)) + scatter);
    if (!withPhase) continue;
    const unsteady = 2 * Math.min(1, 10 ** (floorDb / 20) / Math.sqrt(power)) * random.normal();
    phaseDeg.push((Math.atan2(h.im, h.re) + unsteady) * (180 / Math.PI) + scatterDb * 5 * random.normal());
  }
  return withPhase ? { frequencyHz, levelDb, phaseDeg } : { frequencyHz, levelDb };
}
