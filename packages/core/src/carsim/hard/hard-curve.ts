import { type Random, seededRandom } from '../../quantity/random.ts';
import type { Response } from '../../signal/response.ts';
import { transferAt } from '../transfer.ts';
import type { HardOutput, NoiseKind } from './hard-output.ts';

export const GRIDS = ['third', 'twelfth', 'twenty-fourth', 'linear'] as const;
export type Grid = (typeof GRIDS)[number];
const PER_OCTAVE = { third: 3, twelfth: 12, 'twenty-fourth': 24 } as const;

/** Mains lines: harmonic, dB re the strongest. */
const LINES = [
  [1, 0],
  [2, -6],
  [3, -4],
  [5, -12],
  [7, -20],
  [9, -26],
] as const;
const MAINS_HZ = 50;
/** Spacing of a linear spectrum, Hz. */
const LINEAR_HZ = 5.383;
/** Scatter of a level, dB, one standard deviation at 200 Hz in a twelfth of an octave. */
const SCATTER_DB = 0.25;
const MOST_SCATTER_DB = 2.5;

/** Frequencies of a grid, Hz. */
function frequenciesOf(grid: Grid): number[] {
  if (grid === 'linear')
    return Array.from({ length: Math.floor(20_000 / LINEAR_HZ) - 3 }, (_, i) => (i + 4) * LINEAR_HZ);
  const perOctave = PER_OCTAVE[grid];
  const count = Math.floor(Math.log2(1000) * perOctave) + 1;
  return Array.from({ length: count }, (_, i) => 20 * 2 ** (i / perOctave));
}

/** Power of the noise in a band, re its kind at 1 kHz: white noise rises where pink noise reads flat. */
function noiseAt(kind: NoiseKind, hz: number, octaves: number): number {
  if (kind === 'white') return hz / 1000;
  if (kind === 'pink') return 1;
  let power = 0;
  for (const [harmonic, db] of LINES)
    if (Math.abs(Math.log2(hz / (MAINS_HZ * harmonic))) <= octaves / 2) power += 10 ** (db / 10);
  return power;
}

/**
 * What an analyser shows of a hard output: pink noise in bands, each with the mean power over its width, or a fine
 * linear spectrum. Bands that are narrow in hertz scatter more.
 */
export function hardCurve({ chain, noise }: HardOutput, grid: Grid, seed: number): Response {
  const random = seededRandom(seed * 15_485_863 + 5);
  const gain = 10 ** (chain.gainDb / 10);
  const under = 10 ** (-noise.underDb / 10);
  const frequencyHz = frequenciesOf(grid);
  const levelDb = frequencyHz.map((hz) => {
    const octaves = grid === 'linear' ? LINEAR_HZ / hz / Math.LN2 : 1 / PER_OCTAVE[grid];
    const power = meanPower(chain, hz, octaves) + gain * under * noiseAt(noise.kind, hz, octaves);
    return 10 * Math.log10(power) + scatterAt(hz, octaves, random);
  });
  return { frequencyHz, levelDb };
}

/** Mean power over a band, by nine points of it. */
function meanPower(chain: HardOutput['chain'], hz: number, octaves: number): number {
  let sum = 0;
  for (let k = -4; k <= 4; k++) {
    const h = transferAt(chain, hz * 2 ** ((octaves * k) / 9));
    sum += h.re * h.re + h.im * h.im;
  }
  return sum / 9;
}

/** Scatter goes with one over the root of the bandwidth. */
function scatterAt(hz: number, octaves: number, random: Random): number {
  return Math.min(MOST_SCATTER_DB, SCATTER_DB * Math.sqrt(200 / 12 / (hz * octaves))) * random.normal();
}
