import { Inject, Injectable } from '@nestjs/common';
import type { RecordingRecord, Response } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow, toRow } from '../database/rows.ts';

export type NewRecording = Omit<RecordingRecord, 'id' | 'jobId' | 'takenAt' | 'withdrawnAt'> &
  Partial<Pick<RecordingRecord, 'takenAt' | 'withdrawnAt'>>;

@Injectable()
export class RecordingsRepository {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  async add(
    jobId: string,
    { repairs, report, between, ...fields }: NewRecording,
    trx: Knex,
  ): Promise<RecordingRecord> {
    const [row] = await trx('recordings')
      .insert({
        ...toRow({ jobId, ...fields }),
        repairs: JSON.stringify(repairs),
        report: JSON.stringify(report),
        between: between && JSON.stringify(between),
      })
      .returning('*');
    return fromRow<RecordingRecord>(row);
  }

  async get(id: string): Promise<RecordingRecord> {
    return fromRow<RecordingRecord>(found(await this.knex('recordings').where({ id }).first(), 'recording'));
  }

  /** Newest first. */
  async ofJob(jobId: string): Promise<RecordingRecord[]> {
    const rows = await this.knex('recordings')
      .where({ job_id: jobId })
      .orderBy([{ column: 'taken_at', order: 'desc' }, { column: 'id' }]);
    return rows.map((row) => fromRow<RecordingRecord>(row));
  }

  /** The newest live recording of silence of each output, made with the same calibration. */
  async silences(pairIds: readonly string[], voltsAtFullScale: number): Promise<Map<string, Response>> {
    const rows = await this.knex('recordings')
      .where({ played: 'silence', withdrawn_at: null, volts_at_full_scale: voltsAtFullScale })
      .andWhere((q) => q.whereIn('first_pair_id', [...pairIds]).orWhereIn('second_pair_id', [...pairIds]))
      .orderBy('taken_at');
    const found = new Map<string, Response>();
    for (const { firstPairId, secondPairId, report } of rows.map((r) => fromRow<RecordingRecord>(r)))
      [firstPairId, secondPairId].forEach((id, channel) => {
        const silence = report.channels[channel]?.silence;
        if (id && silence) found.set(id, silence);
      });
    return found;
  }

  /** With its captures: what was heard wrongly was heard wrongly on both channels. */
  setWithdrawn(id: string, withdrawn: boolean): Promise<RecordingRecord> {
    const withdrawn_at = withdrawn ? this.knex.fn.now() : null;
    return this.knex.transaction(async (trx) => {
      const [row] = await trx('recordings').where({ id }).update({ withdrawn_at }).returning('*');
      await trx('captures').where({ recording_id: id }).update({ withdrawn_at });
      return fromRow<RecordingRecord>(found(row, 'recording'));
    });
  }
}
