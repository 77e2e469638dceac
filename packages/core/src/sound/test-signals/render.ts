import { pinkNoise } from './pink-noise.ts';
import { PINK_RMS_DB, type TestSignal } from './test-signal.ts';

/** A click at the start and end of a tone would be wide band: it fades in and out, s. */
const FADE = 0.02;
/** Length of the pink noise before it repeats, samples. */
const PINK_PERIOD = 2 ** 20;
/** How long each level of a stepped tone lasts, and the pause before the next, s. */
export const STEP = { tone: 2.5, pause: 0.5 };
/** Length of one part of the walk, s. */
const WALK_PART = 8;
/** Pulses come this often, s. */
const PULSE_EVERY = 0.5;

/**
 * Renders stretches of a test signal, always the same for the same seed. A long track is made piece by piece.
 *
 * @returns function giving samples `from` up to `to` of left and right, full scale 1
 */
export function renderer(
  signal: TestSignal,
  seconds: number,
  sampleRate: number,
  seed: number,
): (from: number, to: number) => [Float32Array, Float32Array] {
  const total = Math.round(seconds * sampleRate);
  const sample = sampler(signal, total, sampleRate, seed);
  return (from, to) => {
    const length = Math.max(0, Math.min(to, total) - from);
    const left = new Float32Array(length);
    const right = new Float32Array(length);
    for (let i = 0; i < length; i++) [left[i], right[i]] = sample(from + i);
    return [left, right];
  };
}

type Sampler = (i: number) => readonly [number, number];
const placed =
  (on: 'both' | 'left' | 'right', value: (i: number) => number): Sampler =>
  (i) => {
    const v = value(i);
    return [on === 'right' ? 0 : v, on === 'left' ? 0 : v];
  };

const amplitude = (db: number) => 10 ** (db / 20);

/** 0 to 1 over the fade at both ends of a stretch. */
function faded(i: number, length: number, fade: number): number {
  const edge = Math.min(i, length - 1 - i) / fade;
  return edge >= 1 ? 1 : 0.5 - 0.5 * Math.cos(Math.PI * Math.max(0, edge));
}

function sampler(signal: TestSignal, total: number, sampleRate: number, seed: number): Sampler {
  const fade = FADE * sampleRate;
  const sine = (hz: number, i: number) => Math.sin((2 * Math.PI * hz * i) / sampleRate);
  switch (signal.kind) {
    case 'silence':
      return () => [0, 0];
    case 'tone': {
      const a = amplitude(signal.levelDb);
      return placed(signal.on, (i) => a * faded(i, total, fade) * sine(signal.hz, i));
    }
    case 'pink': {
      const first = pinkNoise(PINK_PERIOD, sampleRate, PINK_RMS_DB, seed);
      const of = (noise: Float32Array, i: number) => noise[i % PINK_PERIOD] * faded(i, total, fade);
      if (signal.on !== 'uncorrelated') return placed(signal.on, (i) => of(first, i));
      const second = pinkNoise(PINK_PERIOD, sampleRate, PINK_RMS_DB, seed + 1);
      return (i) => [of(first, i), of(second, i)];
    }
    case 'stepped': {
      const period = Math.round((STEP.tone + STEP.pause) * sampleRate);
      const sounding = Math.round(STEP.tone * sampleRate);
      const direction = Math.sign(signal.toDb - signal.fromDb) || 1;
      const steps = stepsOf(signal);
      return placed(signal.on, (i) => {
        const n = Math.floor(i / period);
        const at = i - n * period;
        if (n >= steps || at >= sounding) return 0;
        const db = signal.fromDb + direction * n * signal.stepDb;
        return amplitude(db) * faded(at, sounding, fade) * sine(signal.hz, i);
      });
    }
    case 'sweep': {
      // Logarithmic: equal time for every octave (Farina 2000).
      const ratio = Math.log(signal.toHz / signal.fromHz);
      const turns = (2 * Math.PI * signal.fromHz * total) / (sampleRate * ratio);
      const a = amplitude(signal.levelDb);
      return placed(
        signal.on,
        (i) => a * faded(i, total, fade) * Math.sin(turns * (Math.exp((ratio * i) / total) - 1)),
      );
    }
    case 'pulse': {
      const every = Math.round(PULSE_EVERY * sampleRate);
      const a = amplitude(signal.levelDb);
      return placed(signal.on, (i) => a * pulse((i % every) / sampleRate));
    }
    case 'walk': {
      const part = Math.round(WALK_PART * sampleRate);
      const noise = pinkNoise(PINK_PERIOD, sampleRate, PINK_RMS_DB, seed);
      return (i) => {
        const n = Math.floor(i / part) % 4;
        const at = i % part;
        // As many short beeps as the part has a number: one left, two right, three front, four rear.
        // A file has no front and rear: there both sides sound, and the person turns the fader.
        const v =
          at < part / 4 ? beeps(at / sampleRate, n + 1) : noise[i % PINK_PERIOD] * faded(at, part, fade);
        return [n === 1 ? 0 : v, n === 0 ? 0 : v];
      };
    }
  }
}

/** How many levels a stepped tone has. */
export function stepsOf({ fromDb, toDb, stepDb }: { fromDb: number; toDb: number; stepDb: number }): number {
  return Math.floor(Math.abs(toDb - fromDb) / stepDb + 1e-9) + 1;
}

/** One positive half of a 500 Hz wave, followed by a long shallow return, so that its mean is zero. */
function pulse(t: number): number {
  const half = 0.001;
  if (t < half) return Math.sin((Math.PI * t) / half);
  const back = 0.02;
  const area = (2 * half) / Math.PI;
  return t < half + back ? (-area / back) * (Math.PI / 2) * Math.sin((Math.PI * (t - half)) / back) : 0;
}

function beeps(t: number, count: number): number {
  const n = Math.floor(t / 0.25);
  return n < count && t - n * 0.25 < 0.12 ? 0.2 * Math.sin(2 * Math.PI * 880 * t) : 0;
}
