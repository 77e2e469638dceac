import { createHash } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import {
  betweenOutputs,
  type BetweenOutputs,
  type LevelKind,
  Recording,
  RECORDING_LIMITS,
  type RecordingFields,
  type RecordingResult,
  reportOf,
  silenceFloor,
  type ResponseAnalysis,
  type TakenRecording,
  WavError,
  WavReader,
  WHITE_NOISE_TILT_DB,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { CapturesRepository } from '../captures/captures.repository.ts';
import { ComputePool } from '../compute/compute-pool.ts';
import { KNEX } from '../database/knex.ts';
import { PairsRepository } from '../pairs/pairs.repository.ts';
import { ProblemError } from '../problems/problem-error.ts';
import type { IncomingFile } from '../uploads/upload.ts';
import { RecordingsRepository } from './recordings.repository.ts';

/** Spectra that can be read as a response, and what their levels then are. */
const LEVEL_KIND: Partial<Record<RecordingFields['played'], LevelKind>> = {
  pink: 'flat',
  white: 'octave-band-white',
};

interface Heard {
  result: RecordingResult;
  repairs: string[];
  sha256: string;
}

@Injectable()
export class RecordingsService {
  constructor(
    @Inject(KNEX) private readonly knex: Knex,
    private readonly recordings: RecordingsRepository,
    private readonly captures: CapturesRepository,
    private readonly pairs: PairsRepository,
    private readonly pool: ComputePool,
  ) {}

  /** Reads a WAV file while it arrives, judges it and stores what it told, with a capture for each output. */
  async take(jobId: string, fields: RecordingFields, incoming: IncomingFile): Promise<TakenRecording> {
    const outputs = [fields.firstPairId, ...(fields.secondPairId ? [fields.secondPairId] : [])];
    if (new Set(outputs).size < outputs.length)
      throw ProblemError.invalid([
        { field: 'secondPairId', message: 'left and right were taken from two different outputs' },
      ]);
    await this.pairs.assertOfJob(jobId, outputs);
    const { result, repairs, sha256 } = await listen(incoming, fields.played);
    if (outputs.length > result.channels.length)
      throw ProblemError.invalid([
        { field: 'secondPairId', message: 'the recording has one channel, so it holds one output' },
      ]);
    const levelKind = LEVEL_KIND[fields.played];
    const { voltsAtFullScale } = fields;
    const floors = await this.floors(outputs, voltsAtFullScale);
    const analyses = levelKind ? await this.judge(result, floors, levelKind) : [];
    const between = twoOutputs(result, analyses, fields.skew);
    const raise = voltsAtFullScale === null ? 0 : 20 * Math.log10(voltsAtFullScale);
    return this.knex.transaction(async (trx) => {
      const recording = await this.recordings.add(
        jobId,
        { ...fields, sha256, repairs, report: reportOf(result, fields.played), between },
        trx,
      );
      const captures = [];
      for (const [channel, analysis] of analyses.entries()) {
        const { bands } = result.channels[channel];
        captures.push(
          await this.captures.add(
            {
              fileName: fields.fileName,
              levelKind: levelKind!,
              levelUnit: voltsAtFullScale === null ? 'dBFS' : 'dBV',
              phaseReference: 'none',
              volumeStep: fields.volumeStep,
              load: fields.load,
              note: fields.note,
              pairId: outputs[channel],
              recordingId: recording.id,
              noiseTiltDb: WHITE_NOISE_TILT_DB,
              silenceDb: floors[channel] === null ? null : floors[channel] + raise,
              situation: fields.situation,
              sha256,
              repairs,
              response: { ...bands, levelDb: bands.levelDb.map((l) => l + raise) },
              analysis: raised(analysis, raise),
            },
            trx,
          ),
        );
      }
      return { recording, captures };
    });
  }

  /** Noise floor of each output from silence, dB re full scale; without calibration nothing says that both agree. */
  private async floors(
    outputs: readonly string[],
    voltsAtFullScale: number | null,
  ): Promise<(number | null)[]> {
    if (voltsAtFullScale === null) return outputs.map(() => null);
    const silences = await this.recordings.silences(outputs, voltsAtFullScale);
    return outputs.map((id) => {
      const silence = silences.get(id);
      return silence ? silenceFloor(silence) : null;
    });
  }

  private judge(
    result: RecordingResult,
    floors: readonly (number | null)[],
    levelKind: LevelKind,
  ): Promise<ResponseAnalysis[]> {
    return Promise.all(
      floors.map((noiseFloorDb, channel) =>
        this.pool.analyse(result.channels[channel].bands, {
          levelKind,
          noiseFloorDb,
          noiseTiltDb: WHITE_NOISE_TILT_DB,
        }),
      ),
    );
  }
}

function twoOutputs(
  result: RecordingResult,
  analyses: readonly ResponseAnalysis[],
  skew: number,
): BetweenOutputs | null {
  const [first, second] = analyses;
  if (!result.common || !first || !second) return null;
  if (result.faults.some((f) => f.kind === 'same-channels' || f.kind === 'one-channel-silent')) return null;
  return betweenOutputs({
    spectrum: result.common,
    aligned: result.aligned,
    analyses: [first, second],
    skew,
  });
}

/** The same judgement with all levels raised: volts instead of full scale. */
function raised(analysis: ResponseAnalysis, by: number): ResponseAnalysis {
  const { smoothed, passBandDb, noiseFloorDb, model } = analysis;
  return {
    ...analysis,
    smoothed: { ...smoothed, levelDb: smoothed.levelDb.map((l) => l + by) },
    passBandDb: passBandDb + by,
    noiseFloorDb: noiseFloorDb === null ? null : noiseFloorDb + by,
    model: model && {
      ...model,
      gainDb: model.gainDb + by,
      noiseFloorDb: model.noiseFloorDb === null ? null : model.noiseFloorDb + by,
    },
  };
}

async function listen(incoming: IncomingFile, played: RecordingFields['played']): Promise<Heard> {
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
  try {
    for await (const chunk of incoming.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
      hash.update(chunk);
      reader.push(chunk);
      if (seconds > RECORDING_LIMITS.seconds + 1) throw tooLong();
    }
    if (incoming.truncated) throw tooLong();
    const { repairs } = reader.finish();
    const result = recording!.result();
    if (result.seconds > RECORDING_LIMITS.seconds + 1) throw tooLong();
    const useless = result.faults.filter((f) => f.useless && played !== 'silence');
    if (useless.length > 0)
      throw ProblemError.invalid(useless.map((f) => ({ field: 'file', message: f.says })));
    return { result, repairs, sha256: hash.digest('hex') };
  } catch (error) {
    if (error instanceof WavError) throw ProblemError.invalid([{ field: 'file', message: error.message }]);
    throw error;
  }
}

const tooLong = () =>
  ProblemError.tooLarge(
    `${RECORDING_LIMITS.bytes / 2 ** 20} MiB and ${RECORDING_LIMITS.seconds / 60} minutes a recording`,
  );
