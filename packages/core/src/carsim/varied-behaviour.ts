import { seededRandom } from '../quantity/random.ts';
import { Recording } from '../sound/recording/recording.ts';
import type { Response } from '../signal/response.ts';
import { measureChain } from './analyser.ts';
import { DB_PER_STEP, turnedTo } from './simulated-car.ts';
import { soundOfOutputs, type SimulatedPlay, trueDistortion } from './sound-of-output.ts';
import { type SimulatedChain, type SimulatedFilter, transferAt } from './transfer.ts';

export interface KnownBass {
  steps: number[];
  /** of the output in question, one a step */
  responses: Response[];
  /** of a mid output of the same system, at the same steps */
  mid: Response[];
  /** truly lost in each octave at every step against the first, dB */
  lostDb: (octaveHz: number) => number[];
}

const lr4 = (side: SimulatedFilter['side'], cornerHz: number): SimulatedFilter => ({
  side,
  family: 'linkwitz-riley',
  order: 4,
  cornerHz,
});
const chainOf = (filters: SimulatedFilter[], gainDb: number): SimulatedChain => ({
  gainDb,
  filters,
  peaks: [],
  delay: 0,
  inverted: false,
});

/** A woofer, subwoofer or full-range output of a system that takes bass away from some step on, or never. */
export function variedBass(seed: number): KnownBass {
  const random = seededRandom(seed * 6151 + 11);
  const kind = random.pick(['full', 'woofer', 'subwoofer'] as const);
  const low = random.between(24, 45);
  const filters =
    kind === 'full'
      ? [lr4('high-pass', low)]
      : [
          lr4('high-pass', low),
          lr4('low-pass', kind === 'woofer' ? random.between(250, 500) : random.between(75, 120)),
        ];
  const withdrawal =
    random.next() < 0.25
      ? null
      : { fromStep: Math.round(random.between(12, 26)), hzPerStep: random.between(5, 14) };
  const steps = [8, 14, 20, 26, 30];
  const own = chainOf(filters, random.between(-6, 6));
  const mid = chainOf([lr4('high-pass', 300), lr4('low-pass', 3500)], random.between(-6, 6));
  const measure = (chain: SimulatedChain, step: number, n: number) =>
    measureChain(turnedTo(chain, step, withdrawal), {
      seed: seed * 101 + step * 7 + n,
      floorDb: chain.gainDb - 40 + 0.5 * (step - 18),
      scatterDb: 0.4,
    });
  const power = (step: number, hz: number) => {
    let sum = 0;
    for (let i = 0; i < 48; i++) {
      const h = transferAt(turnedTo(own, step, withdrawal), hz * 2 ** ((i + 0.5) / 48 - 0.5));
      sum += 10 * Math.log10(h.re * h.re + h.im * h.im);
    }
    return sum / 48 - 1.5 * step;
  };
  return {
    steps,
    responses: steps.map((s) => measure(own, s, 1)),
    mid: steps.map((s) => measure(mid, s, 2)),
    lostDb: (hz) => steps.map((s) => power(s, hz) - power(steps[0], hz)),
  };
}

export interface KnownClean {
  hz: number;
  voltsAtFullScale: number;
  /** a recording of each step, one channel */
  recordings: { step: number; samples: Float32Array }[];
  sampleRate: number;
  supplyVolts: number;
}

/** A tone at rising steps through an output stage that bends near its supply. */
export function variedClean(seed: number): KnownClean {
  const random = seededRandom(seed * 8117 + 5);
  const sampleRate = 48_000;
  const hz = random.pick([60, 120, 400, 1000]);
  const supplyVolts = random.between(11.8, 14.4);
  const chain = chainOf([], random.between(-3, 3));
  const input = { sampleRate, size: 2 ** 16, voltsAtFullScale: 25, noiseDb: -85, seed };
  const play: SimulatedPlay = {
    played: 'tone',
    hz,
    signalDb: 0,
    engine: 'off',
    supplyVolts,
    cancelling: false,
  };
  const recordings = [14, 16, 18, 20, 22, 24, 26].map((step) => {
    const [samples] = soundOfOutputs([turnedTo(chain, step, null)], play, { ...input, seed: seed + step });
    return { step, samples };
  });
  return { hz, voltsAtFullScale: input.voltsAtFullScale, recordings, sampleRate, supplyVolts };
}

/** The tones of those recordings as the tone meter reads them, and the last step that is truly clean. */
export function measuredClean(
  { recordings, sampleRate, voltsAtFullScale, supplyVolts }: KnownClean,
  limit: number,
) {
  const tones = recordings.flatMap(({ step, samples }) => {
    const recording = new Recording(sampleRate, 1, 'tone');
    recording.push([samples]);
    return recording.result().channels[0].tones.map((t) => ({
      hz: t.hz,
      volts: t.rms * voltsAtFullScale,
      distortion: t.distortion,
      volumeStep: step,
      signalDb: 0,
      supplyVolts,
    }));
  });
  // Far below the limit a tone is as it was sent: what was sent at all steps follows from the first.
  const sentVolts = (step: number) =>
    tones[0].volts * 10 ** ((DB_PER_STEP * (step - recordings[0].step)) / 20);
  const dirty = recordings.findIndex(
    ({ step }) => trueDistortion(Math.SQRT2 * sentVolts(step), supplyVolts) > limit,
  );
  const { step: cleanStep } = recordings[dirty < 0 ? recordings.length - 1 : dirty - 1];
  return { tones, cleanStep, cleanVolts: sentVolts(cleanStep) };
}
