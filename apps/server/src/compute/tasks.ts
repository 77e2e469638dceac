import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readFile } from 'node:fs/promises';
import {
  analyseCapture,
  betweenChannels,
  type BetweenOutputs,
  type ColumnChoice,
  ColumnError,
  ColumnReader,
  type ColumnTable,
  comparePlans,
  type FileProblem,
  type FindingRow,
  finishedCar,
  type FinishedCar,
  findingRows,
  harnessInputOf,
  type HarnessMap,
  type HarnessView,
  type JobFile,
  type JobView,
  type LevelKind,
  type LibraryDevice,
  mapHarness,
  outputsToListen,
  type Pair,
  type PlanChanges,
  planInputOfRecords,
  type Preferences,
  type Proposal,
  readJobFileBytes,
  Recording,
  RECORDING_LIMITS,
  type RecordingFields,
  type RecordingResult,
  type ResponseAnalysis,
  rework,
  reworkPlan,
  NO_CHANGES,
  type ToListen,
  type Unit,
  WHITE_NOISE_TILT_DB,
  WavError,
  WavReader,
  zipParts,
} from '@ulpen/core';

/** What cannot be read, in the words of the reader. Errors lose their kind between threads. */
export interface Refused {
  refused: string;
  tooLong?: boolean;
}

export type Findable = Omit<HarnessView, 'simulation'>;
export interface MappedHarness {
  map: HarnessMap;
  indexOf: ReadonlyMap<string, number>;
}
/** What outputs a job has, and what Find knows. */
export interface OutputsQuestion {
  record: Findable;
  units: Unit[];
  known: Pair[];
}
export interface PlanQuestion {
  /** of what is given here */
  fingerprint: string;
  job: JobView;
  devices: LibraryDevice[];
  preferences: Preferences;
  harness: Findable;
}

type FileUnit = JobFile['units'][number];
type FilePair = FileUnit['pairs'][number];
type FileCapture = FilePair['captures'][number];
export type ReadCapture = Omit<FileCapture, 'response'> & {
  response: { frequencyHz: Float64Array; levelDb: Float64Array; phaseDeg?: Float64Array };
  analysis: ResponseAnalysis;
};
export type ReadPair = Omit<FilePair, 'captures'> & { captures: ReadCapture[] };
export type ReadFile = Omit<JobFile, 'units'> & {
  units: (Omit<FileUnit, 'pairs'> & { pairs: ReadPair[] })[];
};

const judged = (pair: FilePair): ReadPair => ({
  ...pair,
  captures: pair.captures.map((capture) => {
    const { response, levelKind, noiseTiltDb, silenceDb } = capture;
    return {
      ...capture,
      analysis: analyseCapture({ response, levelKind, noiseTiltDb, noiseFloorDb: silenceDb }),
      response: {
        frequencyHz: Float64Array.from(response.frequencyHz),
        levelDb: Float64Array.from(response.levelDb),
        ...(response.phaseDeg && { phaseDeg: Float64Array.from(response.phaseDeg) }),
      },
    };
  }),
});

const inputOf = ({ job, devices, preferences, harness }: PlanQuestion) =>
  planInputOfRecords({ job, harness, devices, preferences });

/** Everything that runs on a worker thread: core's own functions on plain data, or on a file that was taken in. */
export const TASKS = {
  analyse: analyseCapture,

  /** As JSON text: written here once, so that answering many who ask the same costs the server nothing. */
  compare: (question: PlanQuestion): string =>
    JSON.stringify({ fingerprint: question.fingerprint, ...comparePlans(inputOf(question)) }),

  rework: (given: { question: PlanQuestion; strategy: string; changes: PlanChanges }): Proposal | null =>
    reworkPlan({ input: inputOf(given.question), strategy: given.strategy, changes: given.changes }),

  /** A way in as it is planned today, or a plan as it was kept, built into the car that the record knows today. */
  finishedCar: ({
    question,
    way,
  }: {
    question: PlanQuestion;
    way: { strategy: string } | { kept: Proposal };
  }): FinishedCar | null => {
    const input = inputOf(question);
    const proposal = 'kept' in way ? way.kept : rework(input, way.strategy, NO_CHANGES);
    return proposal && finishedCar(input, proposal);
  },

  mapHarness: (record: Findable): MappedHarness => {
    const { map, indexOf } = mapHarness(harnessInputOf(record, []));
    return { map, indexOf };
  },

  outputsToListen: ({ record, units, known }: OutputsQuestion): ToListen =>
    outputsToListen(mapHarness(harnessInputOf(record, [])), units, known),

  findings: ({ record, names }: { record: Findable; names: ReadonlyMap<string, string> }): FindingRow[] =>
    findingRows(record, mapHarness(harnessInputOf(record, [])), names),

  zipJobFile: ({ json, entries }: { json: unknown; entries: Record<string, Uint8Array> }): Uint8Array =>
    zipParts(json, entries),

  /** A job file with the judgement of each of its captures; points as packed arrays, which travel fast. */
  async readJobFile(path: string): Promise<{ problems: FileProblem[] } | { file: ReadFile }> {
    const read = readJobFileBytes(await readFile(path));
    if ('problems' in read) return read;
    return {
      file: { ...read.file, units: read.file.units.map((u) => ({ ...u, pairs: u.pairs.map(judged) })) },
    };
  },

  async readColumns({
    path,
    columns,
  }: {
    path: string;
    columns: ColumnChoice;
  }): Promise<{ table: ColumnTable; sha256: string } | Refused> {
    const hash = createHash('sha256');
    const text = new TextDecoder();
    const reader = new ColumnReader(columns);
    try {
      for await (const chunk of createReadStream(path)) {
        hash.update(chunk);
        reader.push(text.decode(chunk, { stream: true }));
      }
      reader.push(text.decode());
      return { table: reader.finish(), sha256: hash.digest('hex') };
    } catch (error) {
      if (error instanceof ColumnError) return { refused: error.message };
      throw error;
    }
  },

  /** A WAV file listened to from beginning to end. */
  async listen({
    path,
    played,
  }: {
    path: string;
    played: RecordingFields['played'];
  }): Promise<{ result: RecordingResult; repairs: string[]; sha256: string } | Refused> {
    const hash = createHash('sha256');
    let recording: Recording | null = null;
    let seconds = 0;
    const reader = new WavReader(
      (channels) => recording!.push(channels),
      ({ sampleRate, channels }, frames) => {
        recording = new Recording(sampleRate, channels === 2 ? 2 : 1, played);
        seconds = (frames ?? 0) / sampleRate;
      },
    );
    const tooLong: Refused = { refused: 'too long', tooLong: true };
    try {
      for await (const chunk of createReadStream(path)) {
        hash.update(chunk);
        reader.push(chunk);
        if (seconds > RECORDING_LIMITS.seconds + 1) return tooLong;
      }
      const { repairs } = reader.finish();
      const result = recording!.result();
      if (result.seconds > RECORDING_LIMITS.seconds + 1) return tooLong;
      return { result, repairs, sha256: hash.digest('hex') };
    } catch (error) {
      if (error instanceof WavError) return { refused: error.message };
      throw error;
    }
  },

  /** The judgement of each channel of a recording, and what its two outputs are to each other. */
  judgeRecording({
    result,
    floors,
    levelKind,
    skew,
  }: {
    result: RecordingResult;
    floors: readonly (number | null)[];
    /** null: what was played says nothing of the response */
    levelKind: LevelKind | null;
    skew: number;
  }): { analyses: ResponseAnalysis[]; between: BetweenOutputs | null } {
    if (levelKind === null) return { analyses: [], between: null };
    const analyses = floors.map((noiseFloorDb, channel) =>
      analyseCapture({
        response: result.channels[channel].bands,
        levelKind,
        noiseFloorDb,
        noiseTiltDb: WHITE_NOISE_TILT_DB,
      }),
    );
    return { analyses, between: betweenChannels(result, analyses, skew) };
  },
};
export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;
