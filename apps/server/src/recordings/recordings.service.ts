import { Injectable } from '@nestjs/common';
import {
  limitWords,
  type RecordingFields,
  recordingFieldsSchema,
  type RecordingResult,
  reportOf,
  silenceFloor,
  type ResponseAnalysis,
  type TakenRecording,
  WHITE_NOISE_TILT_DB,
  levelKindOf,
} from '@ulpen/core';
import { CapturesRepository } from '../captures/captures.repository.ts';
import { ComputePool } from '../compute/compute-pool.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { assertOwnRefs } from '../database/own-refs.ts';
import { found } from '../database/rows.ts';
import { InstrumentsRepository } from '../instruments/instruments.repository.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { RecordingsRepository } from './recordings.repository.ts';

interface TakenSound {
  jobId: string;
  fields: RecordingFields;
  /** where the file lies */
  path: string;
  by: Actor;
  signal: AbortSignal;
}

interface Heard {
  result: RecordingResult;
  repairs: string[];
  sha256: string;
}

@Injectable()
export class RecordingsService {
  constructor(
    private readonly db: Database,
    private readonly recordings: RecordingsRepository,
    private readonly captures: CapturesRepository,
    private readonly pool: ComputePool,
    private readonly instruments: InstrumentsRepository,
  ) {}

  /** Reads a WAV file, judges it and stores what it told, with a capture for each output. */
  async take({ jobId, fields, path, by, signal }: TakenSound): Promise<TakenRecording> {
    const outputs = [fields.firstPairId, ...(fields.secondPairId ? [fields.secondPairId] : [])];
    if (new Set(outputs).size < outputs.length)
      throw ProblemError.invalid([
        { field: 'secondPairId', message: 'left and right were taken from two different outputs' },
      ]);
    await this.db.read(async (db) => {
      found(await db('jobs').where({ id: jobId }).first('id'), 'job');
      await assertOwnRefs(db, jobId, recordingFieldsSchema, fields);
    });
    const { result, repairs, sha256 } = await this.listen(path, fields.played, signal);
    if (outputs.length > result.channels.length)
      throw ProblemError.invalid([
        { field: 'secondPairId', message: 'the recording has one channel, so it holds one output' },
      ]);
    const levelKind = levelKindOf(fields.played);
    const { voltsAtFullScale } = fields;
    const floors = await this.floors(jobId, outputs, voltsAtFullScale);
    const { analyses, between } = await this.pool.run(
      'judgeRecording',
      { result, floors, levelKind, skew: fields.skew },
      { signal },
    );
    const raise = voltsAtFullScale === null ? 0 : 20 * Math.log10(voltsAtFullScale);
    return this.db.inJob(jobId, by, async (trx) => {
      await assertOwnRefs(trx, jobId, recordingFieldsSchema, fields);
      const madeWith = await this.instruments.named(trx, fields.madeWith);
      const recording = await this.recordings.add(trx, jobId, {
        ...fields,
        madeWith,
        sha256,
        repairs,
        report: reportOf(result, fields.played),
        between,
      });
      const captures = [];
      for (const [channel, analysis] of analyses.entries()) {
        const { bands } = result.channels[channel];
        captures.push(
          await this.captures.add(trx, jobId, {
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
            madeWith,
            sha256,
            repairs,
            response: { ...bands, levelDb: bands.levelDb.map((l) => l + raise) },
            analysis: raised(analysis, raise),
          }),
        );
      }
      return { recording, captures };
    });
  }

  /** Noise floor of each output from silence, dB re full scale; without calibration nothing says that both agree. */
  private async floors(
    jobId: string,
    outputs: readonly string[],
    voltsAtFullScale: number | null,
  ): Promise<(number | null)[]> {
    if (voltsAtFullScale === null) return outputs.map(() => null);
    const silences = await this.db.read((db) =>
      this.recordings.silences(db, jobId, outputs, voltsAtFullScale),
    );
    return outputs.map((id) => {
      const silence = silences.get(id);
      return silence ? silenceFloor(silence) : null;
    });
  }

  private async listen(path: string, played: RecordingFields['played'], signal: AbortSignal): Promise<Heard> {
    const heard = await this.pool.run('listen', { path, played }, { signal });
    if ('refused' in heard)
      throw heard.tooLong
        ? ProblemError.tooLarge(limitWords('recordingSeconds'))
        : ProblemError.invalid([{ field: 'file', message: heard.refused }]);
    const useless = heard.result.faults.filter((f) => f.useless && played !== 'silence');
    if (useless.length > 0)
      throw ProblemError.invalid(useless.map((f) => ({ field: 'file', message: f.says })));
    return heard;
  }
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
