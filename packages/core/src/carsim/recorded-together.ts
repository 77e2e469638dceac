import { type RecordingRecord, reportOf } from '../model/recording.ts';
import { UNKNOWN_SITUATION } from '../model/situation.ts';
import { WHITE_NOISE_TILT_DB } from '../signal/noise-floor.ts';
import { analyseResponse } from '../signal/analyse.ts';
import { betweenChannels } from '../sound/recording/between-channels.ts';
import { Recording } from '../sound/recording/recording.ts';
import { pinkNoise } from '../sound/test-signals/pink-noise.ts';
import { recordPeriod } from './recorder.ts';
import { chainAtStep, type SimulatedCar } from './simulated-car.ts';
import type { SimulatedChain } from './transfer.ts';
import type { CarRecords } from './view-of-car.ts';

const RATE = 48_000;
const SIZE = 2 ** 18;
const STEP = 18;
const TAKEN = '2026-11-02T12:00:00.000Z';

type Heard = Pick<RecordingRecord, 'report' | 'between'>;
/** By the chains that were heard: the same two outputs sound the same. */
const heard = new Map<string, Heard>();

function hear(chains: readonly SimulatedChain[], seed: number): Heard {
  const source = pinkNoise(SIZE, RATE, -16, seed);
  const samples = recordPeriod(source, chains, { sampleRate: RATE, noiseDb: -62, seed });
  const recording = new Recording(RATE, 2, 'pink');
  for (let i = 0; i < SIZE; i += 65_536) recording.push(samples.map((c) => c.subarray(i, i + 65_536)));
  const result = recording.result();
  const analyses = result.channels.map((c) => analyseResponse(c.bands, { noiseTiltDb: WHITE_NOISE_TILT_DB }));
  return { report: reportOf(result, 'pink'), between: betweenChannels(result, analyses, 0) };
}

/**
 * Takes two outputs of a car in one recording of pink noise into its record: 5.5 s, noise 46 dB under it.
 *
 * @param secondDb noise in the left channel of the source only, and this much of it at the second output, dB; left out:
 *   the same in both channels
 */
export function recordTogether(
  { car, job }: CarRecords & { car: SimulatedCar },
  firstId: string,
  secondId: string,
  secondDb?: number,
): void {
  const pairs = job.units.flatMap((u) => u.pairs);
  const outputs = car.units.flatMap((u) => u.outputs);
  const chains = [firstId, secondId].map((id, n) => {
    const chain = chainAtStep(car, outputs[pairs.findIndex((p) => p.id === id)], STEP);
    return n === 1 ? { ...chain, gainDb: chain.gainDb + (secondDb ?? 0) } : chain;
  });
  const name = JSON.stringify(chains);
  const known = heard.get(name) ?? hear(chains, car.seed);
  heard.set(name, known);
  job.recordings.unshift({
    ...structuredClone(known),
    id: `together-${job.recordings.length + 1}`,
    jobId: job.id,
    fileName: `${firstId}-${secondId}.wav`,
    played: 'pink',
    firstPairId: firstId,
    secondPairId: secondId,
    volumeStep: STEP,
    load: 'speaker',
    situation: { ...UNKNOWN_SITUATION, playedIn: secondDb === undefined ? 'unknown' : 'left' },
    note: '',
    voltsAtFullScale: null,
    skew: 0,
    ownDistortion: null,
    sha256: '0'.repeat(64),
    takenAt: TAKEN,
    chapter: 'before',
    withdrawnAt: null,
    fromFile: false,
    repairs: [],
  });
}
