import { expose } from 'comlink';
import {
  inputDistortion,
  inputSkew,
  type Part,
  type Played,
  quickAnalysis,
  Recording,
  RECORDING_LIMITS,
  type RecordingReport,
  reportOf,
  type ResponseAnalysis,
  type TestFile,
  WavError,
  WavReader,
  wavOfSignals,
  WHITE_NOISE_TILT_DB,
  levelKindOf,
} from '@ulpen/core';
import { type OnProgress, readPieces } from './read-pieces.ts';

/** How a recording was understood, or why it could not be. */
export type RecordingPreview =
  | { ok: true; report: RecordingReport; repairs: string[]; analyses: ResponseAnalysis[] }
  | { ok: false; message: string };

/** Reads a WAV file piece by piece. `null` when the person stopped it. */
async function readRecording(file: Blob, played: Played, goOn: OnProgress) {
  let recording: Recording | null = null;
  const reader = new WavReader(
    (channels) => recording!.push(channels),
    ({ sampleRate, channels }) => (recording = new Recording(sampleRate, channels === 2 ? 2 : 1, played)),
  );
  if (!(await readPieces(file.stream(), file.size, (piece) => reader.push(piece), goOn))) return null;
  const { repairs } = reader.finish();
  return { result: recording!.result(), repairs };
}

const soundWork = {
  /** What a loop-back shows of the input: the lag of its right channel from noise, its distortion from a tone. */
  async measureInput(file: Blob, played: 'pink' | 'tone') {
    const { result } = (await readRecording(file, played, async () => true))!;
    return played === 'pink' ? { played, ...inputSkew(result) } : { played, ...inputDistortion(result) };
  },

  /** Reads a WAV file as the server will, piece by piece. `null` when the person stopped it. */
  async previewRecording(file: File, played: Played, goOn: OnProgress): Promise<RecordingPreview | null> {
    try {
      const read = await readRecording(file, played, goOn);
      if (!read) return null;
      const { result, repairs } = read;
      if (result.seconds > RECORDING_LIMITS.seconds + 1)
        return { ok: false, message: `The recording lasts over ${RECORDING_LIMITS.seconds / 60} minutes.` };
      const levelKind = levelKindOf(played);
      const analyses = levelKind
        ? result.channels.map(({ bands }) =>
            quickAnalysis(bands, {
              levelKind,
              noiseTiltDb: WHITE_NOISE_TILT_DB,
            }),
          )
        : [];
      return { ok: true, report: reportOf(result, played), repairs, analyses };
    } catch (error) {
      if (error instanceof WavError || error instanceof RangeError)
        return { ok: false, message: error.message };
      throw error;
    }
  },

  /** A WAV file of test signals, made piece by piece. `null` when the person stopped it. */
  async makeSignals(parts: Part[], file: TestFile, goOn: OnProgress): Promise<Blob | null> {
    const seconds = parts.reduce((sum, p) => sum + p.seconds, 0);
    const pieces: Blob[] = [];
    let made = 0;
    for (const bytes of wavOfSignals(parts, file)) {
      // A Blob may lie on disk; an array of arrays would stay in memory.
      pieces.push(new Blob([bytes]));
      made++;
      if (made % 4 === 0 && !(await goOn(Math.min(1, made / (seconds + 1))))) return null;
    }
    return new Blob(pieces, { type: 'audio/wav' });
  },
};

export type SoundWork = typeof soundWork;

expose(soundWork);
