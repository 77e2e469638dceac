import { observationWords } from '../readings/index.ts';
import { START_INTAKE } from '../model/intake.ts';
import { JOB_FILE_FORMAT, JOB_FILE_VERSION, type JobFile } from '../model/job-file.ts';
import { START_REFERENCE } from '../model/reference.ts';
import { UNKNOWN_SITUATION } from '../model/situation.ts';
import { USUAL_SPEAKER } from '../model/target.ts';
import { START_BRIEF } from '../model/brief.ts';
import { START_WIRING } from '../model/wiring.ts';
import { type OutputEnd, type PairFields, pairName, type UnitFields } from '../model/unit.ts';
import { channelName } from '../model/words.ts';
import { drivesSpeakers } from '../outputs/place.ts';
import type { Response } from '../signal/response.ts';
import { measureChain } from './analyser.ts';
import { recordingsOfCar } from './recordings-of-car.ts';
import type { SimulatedWiring } from './wiring/wiring.ts';
import { bestReadings, wiringOfCar } from './wiring/wiring-of-car.ts';
import { chainAtStep, type SimulatedCar, type SimulatedOutput } from './simulated-car.ts';

type FileConnectors = JobFile['units'][number]['connectors'];

/** The first capture of a demo car; the others follow minutes apart. */
const FIRST_CAPTURE = Date.UTC(2026, 10, 2, 9, 5);
/** The step at which the demo's cars are described. */
const REFERENCE_STEP = 18;
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
      recordingId: null,
      chapter: 'before',
      situation: UNKNOWN_SITUATION,
      silenceDb: null,
      noiseTiltDb: 0,
      withdrawnAt: null,
      pins: [],
      repairs: [],
      response,
    };
  };
  let pairs = 0;
  const found = foundOnCar(car, FIRST_CAPTURE - place * BETWEEN_CARS - 2_400_000);
  return {
    format: JOB_FILE_FORMAT,
    version: JOB_FILE_VERSION,
    job: {
      ...car.job,
      createdAt: new Date(FIRST_CAPTURE - place * BETWEEN_CARS - 3_600_000).toISOString(),
      chapter: 'before',
    },
    units: car.units.map(({ unit, outputs }, u) => ({
      ...unit,
      key: `u${u + 1}`,
      version: 1,
      retiredAt: null,
      connectors: u === 0 ? found.connectors : [],
      pairs: outputs.map((output) => {
        const index = ++pairs;
        return {
          ...output.pair,
          ...placeOf(car, unit, output),
          key: `p${index}`,
          version: 1,
          retiredAt: null,
          captures: output.measuredAtSteps.map((step) => captureOf(output, step, index)).reverse(),
        };
      }),
    })),
    speakers: speakersOf(car),
    intake: found.intake,
    readings: found.readings,
    sheets: found.sheets,
    ...recordingsOfCar(car, FIRST_CAPTURE - place * BETWEEN_CARS + 3_600_000, hash),
    simulation: null,
    brief: { ...START_BRIEF, ...car.brief, version: 1 },
    wiring: { ...START_WIRING, version: 1 },
    decisions: [],
    targets: car.targets.map(({ speaker, ...target }, t) => ({
      ...target,
      speaker: { ...USUAL_SPEAKER, ...speaker },
      amplifier: null,
      assumed: false,
      key: `t${t + 1}`,
      version: 1,
      retiredAt: null,
    })),
    plans: [],
    drafts: [],
    photos: [],
  };
}

/** Cavities where the demo's person has drawn the plug; a radio's line is found at the other end too. */
function placeOf(
  { harness }: SimulatedCar,
  { kind }: UnitFields,
  { pair, at: [plug, plus, minus], wires }: SimulatedOutput,
): Pick<PairFields, 'ends' | 'placeText'> {
  const ends = (name: string, first: number, second: number): OutputEnd[] => {
    const drawn = harness ? harness.connectors.findIndex((c) => c.name === name) : -1;
    const key = (cavity: number) => `k${drawn + 1}:${cavity}`;
    return drawn < 0
      ? []
      : [
          { sign: 'plus', cavityId: key(first) },
          { sign: 'minus', cavityId: key(second) },
        ];
  };
  const line = kind === 'radio' ? harness?.inputs.find((i) => i.channel.side === pair.side) : undefined;
  const own = line ? ends(...line.at) : ends(plug, plus, minus);
  const text = `${plug} · ${plus}/${minus}, ${wires.join(' and ')}`;
  return { ends: own, placeText: own.length > 0 ? '' : text };
}

/** One behind each output that drives one; two coils of a subwoofer are one speaker's. */
function speakersOf({ units }: SimulatedCar): JobFile['speakers'] {
  const speakers = new Map<string, JobFile['speakers'][number]>();
  let pairs = 0;
  for (const { unit, outputs } of units)
    for (const { pair } of outputs) {
      const pairId = `p${++pairs}`;
      if (
        !drivesSpeakers(
          unit,
          units.map((u) => u.unit),
        )
      )
        continue;
      const name = pair.suffix.startsWith('coil') ? channelName(pair) : pairId;
      const speaker = speakers.get(name) ?? { way: pair.way, coils: [], version: 1, retiredAt: null };
      speakers.set(name, { ...speaker, coils: [...speaker.coils, { pairId, ohm: null }] });
    }
  return [...speakers.values()];
}

/** Readings that were taken already: variants of one car have their wiring in common. */
const taken = new Map<string, ReturnType<typeof bestReadings>>();

function readingsOn(wiring: SimulatedWiring, count: number): ReturnType<typeof bestReadings> {
  const name = JSON.stringify([wiring, count]);
  const known = taken.get(name) ?? bestReadings(wiring, count);
  taken.set(name, known);
  return known;
}

/** Connectors, readings and sheet of a car where Find has begun. */
function foundOnCar(
  car: SimulatedCar,
  start: number,
): Pick<JobFile, 'readings' | 'sheets' | 'intake'> & { connectors: FileConnectors } {
  const { drive, clues } = car;
  const intake = {
    ...START_INTAKE,
    version: 1,
    drive,
    clues: { ...START_INTAKE.clues, ...clues },
    reference: { ...START_REFERENCE, volumeStep: REFERENCE_STEP },
  };
  if (!car.harness) return { connectors: [], readings: [], sheets: [], intake };
  const wiring = wiringOfCar(car, car.harness);
  const key = (index: string) => {
    const cavity = wiring.cavities[Number(index)];
    return `k${cavity.connector + 1}:${cavity.number}`;
  };
  const at = (n: number) => new Date(start + n * 25_000).toISOString();
  return {
    connectors: wiring.connectors.map(({ fields }, i) => ({
      ...fields,
      key: `k${i + 1}`,
      version: 1,
      retiredAt: null,
      retiredCavities: [],
    })),
    readings: readingsOn(wiring, car.harness.readings).map(
      ({ cavityId, otherCavityId, observation, conditions }, n) => ({
        cavityId: key(cavityId),
        otherCavityId: otherCavityId && key(otherCavityId),
        observation,
        conditions,
        entered: observationWords(observation),
        confirmed: false,
        simulated: false,
        chapter: 'before',
        takenAt: at(n),
        withdrawnAt: null,
      }),
    ),
    sheets: wiring.sheet
      ? [
          {
            name: wiring.sheet.name,
            source: wiring.sheet.source,
            chosenVariant: null,
            version: 1,
            retiredAt: null,
            takenAt: at(0),
            claims: wiring.sheet.rows.map((row) => ({
              cavityId: key(String(row.cavity)),
              variant: row.variant,
              role: row.role,
              channel: row.channel,
              sign: row.sign,
              wire: row.wire,
              text: '',
            })),
          },
        ]
      : [],
    intake: {
      ...intake,
      optionCodes: ['4F2'],
      tools: ['meter', 'battery', 'tone', 'tester', 'test-speaker', 'analyser'],
    },
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
