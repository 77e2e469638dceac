import { formatVolts } from '../quantity/volts.ts';
import type { Capture } from '../model/capture.ts';
import { tellsOfFactory } from '../model/chapter.ts';
import type { Check } from '../model/check.ts';
import { pairName } from '../model/unit.ts';
import {
  type JobMeasurements,
  type JobOutline,
  type JobView,
  measuredJob,
  type PairView,
} from '../model/views.ts';
import {
  BY_OTHERS,
  knownSilent,
  knownToPlay,
  levelAt,
  plateauOf,
  withPlateauAsSignal,
} from '../signal/in-light.ts';

/** A pass band moved by so much between two steps shows what moves with it, dB. */
const MOVED_DB = 6;
/** What moves along does so within this, dB. */
const ALONG_DB = 2;
/** So far under an output that plays, nothing does, dB. */
const SILENT_BELOW_DB = 35;
/** So near to one that plays, something does, dB. */
const PLAYS_WITHIN_DB = 12;
/** AC volts of an output while something plays, and of one that carries nothing, V. */
const PLAYS_VOLTS = 0.1;
const SILENT_VOLTS = 0.01;
/** An output is silent only when as many tones do not come out of it. */
const LEAST_TONES = 3;
/** What plays stands so far out of the noise of the one beside it, dB. */
const CLEAR_OF_FLOOR_DB = 15;
/** Volts with something playing are this many times those without. */
const TIMES_SILENCE = 4;
/** A verdict that others may be measured by. */
const SURE = 0.9;

/** A job with what was measured, each curve read in the light of the others. */
export const jobViewOf = (outline: JobOutline, measured: JobMeasurements): JobView =>
  seenInJob(measuredJob(outline, measured));

/**
 * What one curve leaves open is read again in the light of the rest of the job: a plateau that moves with the volume is
 * signal and no noise, and a quiet curve is silence or not by the outputs beside it and by volts. What nothing speaks
 * of stays open.
 */
export function seenInJob(job: JobView): JobView {
  return {
    ...job,
    units: job.units.map((unit) => ({
      ...unit,
      pairs: unit.pairs.map((pair) => ({
        ...pair,
        captures: pair.captures.map((capture) => {
          if (!tellsOfFactory(capture)) return capture;
          const seen = overSteps(capture, pair, job) ?? quietInJob(capture, pair, unit.pairs, job);
          return seen ? { ...capture, analysis: seen } : capture;
        }),
      })),
    })),
  };
}

const comparable = (a: Capture, b: Capture) =>
  tellsOfFactory(b) &&
  a.levelUnit === b.levelUnit &&
  a.levelKind === b.levelKind &&
  a.load === b.load &&
  (a.recordingId === null) === (b.recordingId === null);

/** Noise stays where it is when the volume is turned; a plateau that comes along is signal. */
function overSteps(capture: Capture, pair: PairView, job: JobView) {
  const { analysis, volumeStep } = capture;
  const plateau = capture.silenceDb === null ? plateauOf(analysis) : null;
  if (!plateau || volumeStep === null) return null;
  const along = pair.captures.find((other) => {
    if (other.volumeStep === null || other.volumeStep === volumeStep || !comparable(capture, other))
      return false;
    const moved = other.analysis.passBandDb - analysis.passBandDb;
    const level = levelAt(other.analysis.smoothed, plateau.frequencyHz);
    const own = levelAt(analysis.smoothed, plateau.frequencyHz);
    return (
      Math.abs(moved) >= MOVED_DB &&
      level !== null &&
      own !== null &&
      Math.abs(level - own - moved) <= ALONG_DB
    );
  });
  if (!along) return null;
  const down = (analysis.passBandDb - plateau.levelDb).toFixed(0);
  return withPlateauAsSignal(analysis, plateau, {
    because: `The plateau ${down} dB down moves with the volume, as at step ${along.volumeStep}: it is signal, which an equaliser can level.`,
    confidence: sureness(capture, along, job),
  });
}

/** A curve that may be silence, by volts first, then by the unit's other outputs at the same step. */
function quietInJob(capture: Capture, pair: PairView, siblings: readonly PairView[], job: JobView) {
  const { analysis } = capture;
  if (analysis.doubt !== 'quiet') return null;
  const read = voltsAt(capture, pair, job.checks);
  if (read !== null) {
    const because = `A meter read ${formatVolts(read.volts)} on it at this step: ${read.plays ? 'it plays' : 'nothing plays on it'}.`;
    const light = { because, confidence: BY_OTHERS.sameInput };
    return read.plays ? knownToPlay(analysis, light) : knownSilent(analysis, light);
  }
  for (const other of siblings) {
    const beside = other.id === pair.id ? undefined : other.captures.find((c) => plays(c, capture));
    if (!beside) continue;
    const below = beside.analysis.passBandDb - analysis.passBandDb;
    const name = pairName(other);
    const light = (because: string) => ({ because, confidence: sureness(capture, beside, job) });
    if (below >= SILENT_BELOW_DB)
      return knownSilent(
        analysis,
        light(`It lies ${below.toFixed(0)} dB below ${name} at the same step: nothing plays on it.`),
      );
    const floor = beside.analysis.noiseFloorDb ?? -Infinity;
    if (Math.abs(below) <= PLAYS_WITHIN_DB && analysis.passBandDb >= floor + CLEAR_OF_FLOOR_DB)
      return knownToPlay(analysis, light(`It is about as loud as ${name} at the same step: it plays.`));
  }
  return null;
}

/** Taken as the other was, and surely of something that plays. */
const plays = (c: Capture, as: Capture): boolean =>
  as.volumeStep !== null &&
  c.volumeStep === as.volumeStep &&
  comparable(as, c) &&
  c.analysis.doubt === null &&
  c.analysis.confidence >= SURE &&
  c.analysis.bandClass !== 'silent' &&
  c.analysis.bandClass !== 'unclear';

/** Levels of one calibrated input can be compared; of files nobody knows how the input was set. */
function sureness(a: Capture, b: Capture, job: JobView): number {
  const [one, other] = [a, b].map(
    ({ recordingId }) => job.recordings.find((r) => r.id === recordingId)?.voltsAtFullScale ?? null,
  );
  return one !== null && one === other ? BY_OTHERS.sameInput : BY_OTHERS.unknown;
}

/** What a meter read on an output at a capture's step; null: nothing that decides. */
function voltsAt(capture: Capture, pair: PairView, checks: readonly Check[]) {
  const own = checks.filter((c) => c.pairId === pair.id && tellsOfFactory(c)).map((c) => c.body);
  const read = own.flatMap((b) =>
    b.kind === 'level' && b.volumeStep === capture.volumeStep && b.load === capture.load ? [b] : [],
  );
  const volts = Math.max(0, ...read.map((b) => b.volts));
  const silence = Math.max(0, ...own.flatMap((b) => (b.kind === 'silence' ? [b.volts] : [])));
  if (volts >= PLAYS_VOLTS && volts >= TIMES_SILENCE * silence) return { volts, plays: true };
  // One tone may lie outside its band.
  const tones = new Set(read.map((b) => b.hz)).size;
  return tones >= LEAST_TONES && volts <= SILENT_VOLTS ? { volts, plays: false } : null;
}
