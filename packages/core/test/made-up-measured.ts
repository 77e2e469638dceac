// Outputs with measurements whose truth is a formula: a level at every frequency, nothing else.
import type { Capture } from '../src/model/capture.ts';
import type { Check, CheckBody } from '../src/model/check.ts';
import type { RecordingRecord } from '../src/model/recording.ts';
import { UNKNOWN_SITUATION } from '../src/model/situation.ts';
import type { JobView, PairView } from '../src/model/views.ts';
import type { ResponseAnalysis } from '../src/signal/analyse.ts';
import { SUM_GRID_HZ } from '../src/summing/output-response.ts';

/** What an analysis of that level would hold; levels stop at the noise floor. */
export function madeAnalysis(
  levelAt: (hz: number) => number,
  { noiseFloorDb = null, ...part }: Partial<ResponseAnalysis> = {},
): ResponseAnalysis {
  const levelDb = SUM_GRID_HZ.map((hz) => Math.max(levelAt(hz), noiseFloorDb ?? -Infinity));
  return {
    version: 1,
    smoothed: { frequencyHz: [...SUM_GRID_HZ], levelDb },
    passBandDb: Math.max(...levelDb),
    noiseFloorDb,
    lowError: null,
    highError: null,
    noiseTiltDb: 0,
    edges: { low: [], high: [] },
    model: null,
    bandClass: 'full-range',
    confidence: 1,
    lowHz: null,
    highHz: null,
    reasons: [],
    doubt: null,
    ...part,
  };
}

const WHEN = '2026-11-03T10:00:00.000Z';

export const madeCapture = (
  id: string,
  volumeStep: number | null,
  analysis: ResponseAnalysis,
  part: Partial<Capture> = {},
): Capture => ({
  id,
  pairId: 'p1',
  fileName: `${id}.txt`,
  volumeStep,
  load: 'speaker',
  levelKind: 'flat',
  levelUnit: 'dB',
  phaseReference: 'none',
  situation: UNKNOWN_SITUATION,
  note: '',
  sha256: '0'.repeat(64),
  importedAt: WHEN,
  points: 120,
  recordingId: null,
  noiseTiltDb: 0,
  silenceDb: null,
  repairs: [],
  chapter: 'before',
  withdrawnAt: null,
  pins: [],
  analysis,
  ...part,
});

/** A front left output of which nothing is known. */
export const PLAIN_OUTPUT = {
  unitId: 'u1',
  version: 1,
  side: 'left',
  axle: 'front',
  way: 'full',
  suffix: '',
  placeText: '',
  stage: 'unknown',
  statedPolarity: 'unknown',
} as const satisfies Partial<PairView>;

export const madeOutput = (id: string, captures: Capture[] = [], part: Partial<PairView> = {}): PairView => ({
  ...PLAIN_OUTPUT,
  ends: [],
  id,
  captures,
  ...part,
});

export const madeUnit = (
  kind: JobView['units'][number]['kind'],
  pairs: PairView[],
  id = 'u1',
): JobView['units'][number] => ({ id, jobId: 'j1', version: 1, kind, name: kind, location: '', pairs });

export const madeCheck = (pairId: string | null, body: CheckBody, part: Partial<Check> = {}): Check => ({
  id: `${body.kind}-${pairId}`,
  jobId: 'j1',
  pairId,
  body,
  note: '',
  takenAt: WHEN,
  chapter: 'before',
  withdrawnAt: null,
  ...part,
});

type Report = RecordingRecord['report'];

/** One channel of silence, or tones, or nothing. */
export const madeChannel = (part: Partial<Report['channels'][number]> = {}): Report['channels'][number] => ({
  peak: 0.5,
  rms: 0.1,
  dc: 0,
  clipped: 0,
  gaps: 0,
  tones: [],
  ...part,
});

export const madeRecording = (
  id: string,
  channels: Report['channels'],
  part: Partial<RecordingRecord> = {},
): RecordingRecord => ({
  id,
  jobId: 'j1',
  fileName: `${id}.wav`,
  played: 'tone',
  firstPairId: 'p1',
  secondPairId: null,
  volumeStep: 18,
  load: 'speaker',
  situation: UNKNOWN_SITUATION,
  voltsAtFullScale: null,
  ownDistortion: null,
  skew: 0,
  note: '',
  sha256: '0'.repeat(64),
  takenAt: WHEN,
  chapter: 'before',
  withdrawnAt: null,
  fromFile: false,
  repairs: [],
  report: { sampleRate: 48_000, seconds: 10, difference: null, faults: [], channels },
  between: null,
  ...part,
});
