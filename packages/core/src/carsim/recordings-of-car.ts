import type { JobFile } from '../model/job-file.ts';
import { type Played, Recording } from '../sound/recording/recording.ts';
import { reportOf } from '../model/recording.ts';
import type { Situation } from '../model/situation.ts';
import { pairName } from '../model/unit.ts';
import { chainAtStep, type SimulatedCar, type SimulatedOutput } from './simulated-car.ts';
import { soundOfOutputs } from './sound-of-output.ts';

type FileRecording = JobFile['recordings'][number];
type FileCheck = JobFile['checks'][number];

const RATE = 48_000;
/** Samples: lows of silence need some seconds, a tone does not. */
const SIZE = { silence: 2 ** 18, tone: 2 ** 16 };
/** Effective volts for full scale of the demo's calibrated input. */
const VOLTS_AT_FULL_SCALE = 25;
const NOISE_DB = -92;
const SUPPLY_VOLTS = 13.6;
/** Tones lie inside the band of each way, Hz. */
const TONE_HZ = { full: 100, woofer: 120, midrange: 1000, tweeter: 6000, subwoofer: 60 };

/** Recordings and checks of a demo car, made from how its outputs sound. */
export function recordingsOfCar(
  car: SimulatedCar,
  start: number,
  hash: (text: string) => string,
): Pick<JobFile, 'recordings' | 'checks'> {
  const recordings: FileRecording[] = [];
  const outputs = car.units.flatMap((u) => u.outputs);
  const at = () => new Date(start + 90_000 * recordings.length).toISOString();
  const record = (
    output: SimulatedOutput,
    played: Played & ('tone' | 'silence'),
    step: number,
    engine: Situation['engine'],
    doors: Situation['doors'] = 'unknown',
  ) => {
    const name = `${pairName(output.pair).toLowerCase().replaceAll(' ', '-')}-${played}-${played === 'tone' ? `step-${step}` : doors === 'open' ? `${engine}-door-open` : engine}.wav`;
    const [samples] = soundOfOutputs(
      [chainAtStep(car, output, step)],
      {
        played,
        hz: TONE_HZ[output.pair.way],
        signalDb: 0,
        engine: engine === 'unknown' ? 'off' : engine,
        supplyVolts: SUPPLY_VOLTS,
        // What hears the cabin stops while a door is open.
        cancelling: car.cancelling && doors !== 'open',
      },
      {
        sampleRate: RATE,
        size: SIZE[played],
        voltsAtFullScale: VOLTS_AT_FULL_SCALE,
        noiseDb: NOISE_DB,
        seed: car.seed,
      },
    );
    const recording = new Recording(RATE, 1, played);
    recording.push([samples]);
    recordings.push({
      key: `r${recordings.length + 1}`,
      fileName: name,
      played,
      firstPairId: `p${outputs.indexOf(output) + 1}`,
      secondPairId: null,
      volumeStep: played === 'tone' ? step : 0,
      load: 'speaker',
      situation: {
        engine,
        doors,
        supplyVolts: SUPPLY_VOLTS,
        signalDb: played === 'tone' ? 0 : null,
        playedIn: 'unknown',
      },
      note: '',
      voltsAtFullScale: VOLTS_AT_FULL_SCALE,
      skew: 0,
      ownDistortion: 0.0004,
      sha256: hash(`${car.id}/${name}`),
      takenAt: at(),
      chapter: 'before',
      withdrawnAt: null,
      repairs: [],
      report: reportOf(recording.result(), played),
      between: null,
    });
  };
  for (const output of outputs) {
    for (const step of output.tonesAtSteps) record(output, 'tone', step, 'off');
    if (output.silences) {
      for (const engine of ['off', 'idle', 'raised'] as const)
        record(output, 'silence', 18, engine, 'closed');
      record(output, 'silence', 18, 'raised', 'open');
    }
  }
  const checks: FileCheck[] = [
    ...car.meterTones.map((tone) => ({ pairId: null, body: { kind: 'meter-tone' as const, ...tone } })),
    ...outputs.flatMap((output, p) => output.checks.map((body) => ({ pairId: `p${p + 1}`, body }))),
  ].map((check, n) => ({
    ...check,
    note: '',
    takenAt: new Date(start + 600_000 + n * 20_000).toISOString(),
    chapter: 'before',
    withdrawnAt: null,
  }));
  return { recordings: recordings.reverse(), checks };
}
