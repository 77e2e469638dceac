import { seededRandom } from '../quantity/random.ts';
import { pinkNoise } from '../sound/test-signals/pink-noise.ts';
import { recordPeriod } from './recorder.ts';
import type { SimulatedChain } from './transfer.ts';

/** What the simulated system plays, and how it is set. */
export interface SimulatedPlay {
  played: 'pink' | 'tone' | 'silence';
  /** of the tone, Hz */
  hz: number;
  /** level of the signal in its file, dB re full scale; noise by its effective value */
  signalDb: number;
  engine: 'off' | 'idle' | 'raised';
  supplyVolts: number;
  /** outputs make sound against the engine */
  cancelling: boolean;
}

export interface SimulatedInput {
  sampleRate: number;
  /** samples, a power of two: one period of what is played */
  size: number;
  /** effective volts at the output for an effective value of 1 */
  voltsAtFullScale: number;
  /** the input's own noise, effective value re full scale, dB */
  noiseDb: number;
  seed: number;
}

/** A full-scale tone at step 18 through a chain without gain, effective volts. */
const REFERENCE_VOLTS = 4;
/** What a bridge loses of its supply, V. */
const LOST_VOLTS = 0.8;
/** How sharply the output stage bends at its limit. */
const KNEE = 10;
/** Level of the sound against the engine, effective volts, and rpm of the engine. */
const CANCEL_VOLTS = 0.12;
const TURNS = { off: 0, idle: 800, raised: 2500 };

/**
 * What a sound input records at simulated outputs, as one period that can be repeated: the signal through each chain,
 * bent by an output stage that cannot exceed its supply, with sound against the engine, and the input's noise.
 *
 * @param chains one for every channel, at the volume step wanted
 */
export function soundOfOutputs(
  chains: readonly SimulatedChain[],
  play: SimulatedPlay,
  input: SimulatedInput,
): Float32Array[] {
  const { sampleRate, size, voltsAtFullScale, noiseDb, seed } = input;
  const silent = -300;
  const clean =
    play.played === 'silence'
      ? chains.map(() => new Float32Array(size))
      : recordPeriod(sourceOf(play, input), chains, { sampleRate, noiseDb: silent, seed });
  const noise = 10 ** (noiseDb / 20);
  return clean.map((samples, c) => {
    const random = seededRandom(seed + c);
    const against = periodic(TURNS[play.engine] / 30, sampleRate, size);
    const low = play.cancelling && play.engine !== 'off' && reachesLow(chains[c]);
    return samples.map((s, i) => {
      const volts = REFERENCE_VOLTS * s + (low ? CANCEL_VOLTS * Math.SQRT2 * Math.sin(against * i) : 0);
      return bentAt(volts, play.supplyVolts) / voltsAtFullScale + noise * random.normal();
    });
  });
}

function sourceOf({ played, hz, signalDb }: SimulatedPlay, { sampleRate, size, seed }: SimulatedInput) {
  if (played === 'pink') return pinkNoise(size, sampleRate, signalDb, seed);
  const step = periodic(hz, sampleRate, size);
  // A full-scale tone counts as 1 effective here, as volts do.
  const peak = Math.SQRT2 * 10 ** (signalDb / 20);
  return Float32Array.from({ length: size }, (_, i) => peak * Math.sin(step * i));
}

/** Angle a sample of the tone nearest to `hz` that fits the period a whole number of times. */
const periodic = (hz: number, sampleRate: number, size: number) =>
  (2 * Math.PI * Math.round((hz * size) / sampleRate)) / size;

const reachesLow = ({ filters }: SimulatedChain) =>
  !filters.some((f) => f.side === 'high-pass' && f.cornerHz > 60);

/**
 * Harmonic distortion of a tone behind the simulated output stage, by a plain sum over one period: harmonics 2 to 10
 * re the fundamental, as a ratio.
 *
 * @param peakVolts of the tone before the stage
 */
export function trueDistortion(peakVolts: number, supplyVolts: number): number {
  const points = 4096;
  const harmonic = (h: number) => {
    let [re, im] = [0, 0];
    for (let i = 0; i < points; i++) {
      const volts = bentAt(peakVolts * Math.sin((2 * Math.PI * i) / points), supplyVolts);
      re += volts * Math.cos((2 * Math.PI * h * i) / points);
      im += volts * Math.sin((2 * Math.PI * h * i) / points);
    }
    return Math.hypot(re, im);
  };
  let sum = 0;
  for (let h = 2; h <= 10; h++) sum += harmonic(h) ** 2;
  return Math.sqrt(sum) / harmonic(1);
}

/** What the output stage makes of a voltage. */
function bentAt(volts: number, supplyVolts: number): number {
  return volts / (1 + Math.abs(volts / (supplyVolts - LOST_VOLTS)) ** KNEE) ** (1 / KNEE);
}
