import { START_INTAKE } from '../model/intake.ts';
import { JOB_FILE_FORMAT, JOB_FILE_VERSION, type JobFile } from '../model/job-file.ts';
import { pairName } from '../plan/plan-input.ts';
import type { Response } from '../signal/response.ts';
import { measureChain } from './analyser.ts';
import { chainAtStep, type SimulatedCar, type SimulatedOutput } from './simulated-car.ts';

/** The first capture of a demo car; the others follow minutes apart. */
const FIRST_CAPTURE = Date.UTC(2026, 10, 2, 9, 5);
const BETWEEN_CAPTURES = 4 * 60_000;
const BETWEEN_CARS = 30 * 3_600_000;

/**
 * A simulated car as the job file that an installer would have after measuring it.
 *
 * @param place which of the demo's cars, for its dates
 * @param hash SHA-256 of a text, in hexadecimal
 */
export function jobFileOfCar(car: SimulatedCar, place: number, hash: (text: string) => string): JobFile {
  let captures = 0;
  const captureOf = (
    output: SimulatedOutput,
    step: number,
    pairIndex: number,
  ): JobFile['units'][number]['pairs'][number]['captures'][number] => {
    const response = rounded(
      measureChain(chainAtStep(car, output, step), {
        seed: car.seed + 31 * pairIndex + step,
        floorDb: car.floorDb + 1.5 * (step - 18),
        scatterDb: 0.35,
        withPhase: output.withPhase,
      }),
    );
    const at = FIRST_CAPTURE - place * BETWEEN_CARS + captures++ * BETWEEN_CAPTURES;
    return {
      key: `c${captures}`,
      fileName: `${pairName(output.pair).toLowerCase().replaceAll(' ', '-')}-step-${step}.txt`,
      levelKind: 'flat',
      levelUnit: 'dB',
      phaseReference: output.withPhase ? 'source' : 'none',
      volumeStep: step,
      load: 'speaker',
      note: '',
      sha256: hash(columnsText(response)),
      importedAt: new Date(at).toISOString(),
      withdrawnAt: null,
      repairs: [],
      response,
    };
  };
  let pairs = 0;
  return {
    format: JOB_FILE_FORMAT,
    version: JOB_FILE_VERSION,
    job: { ...car.job, createdAt: new Date(FIRST_CAPTURE - place * BETWEEN_CARS - 3_600_000).toISOString() },
    units: car.units.map(({ unit, outputs }, u) => ({
      ...unit,
      key: `u${u + 1}`,
      version: 1,
      connectors: [],
      pairs: outputs.map((output) => {
        const index = ++pairs;
        // The reference step is measured last, so that it is the capture in force.
        const steps = [...output.measuredAtSteps].sort((a, b) => b - a);
        return {
          ...output.pair,
          key: `p${index}`,
          version: 1,
          captures: steps.map((step) => captureOf(output, step, index)).reverse(),
        };
      }),
    })),
    intake: { ...START_INTAKE, version: 1 },
    readings: [],
    sheets: [],
    simulation: null,
    targets: car.targets.map((target, t) => ({ ...target, key: `t${t + 1}`, version: 1 })),
    plans: [],
  };
}

/** The text an analyser would have written, tab-separated. */
export function columnsText(response: Response): string {
  const head = response.phaseDeg ? 'Freq(Hz)\tLevel(dB)\tPhase(deg)' : 'Freq(Hz)\tLevel(dB)';
  const rows = response.frequencyHz.map((f, i) =>
    [f, response.levelDb[i], ...(response.phaseDeg ? [response.phaseDeg[i]] : [])].join('\t'),
  );
  return [head, ...rows, ''].join('\n');
}

function rounded(response: Response): { frequencyHz: number[]; levelDb: number[]; phaseDeg?: number[] } {
  // Adding zero turns -0, which JSON does not keep, into 0.
  const to = (digits: number) => (v: number) => Number(v.toFixed(digits)) + 0;
  return {
    frequencyHz: response.frequencyHz.map(to(3)),
    levelDb: response.levelDb.map(to(2)),
    ...(response.phaseDeg && { phaseDeg: response.phaseDeg.map(to(1)) }),
  };
}
