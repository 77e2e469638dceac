import { Injectable } from '@nestjs/common';
import type { RecordingOutline, RecordingRecord, Response } from '@ulpen/core';
import type { Knex } from 'knex';
import { chapterNow } from '../database/chapter-now.ts';
import { assertRoom } from '../database/limits.ts';
import { found, fromRow, toRow } from '../database/rows.ts';
import { setWithdrawn } from '../database/withdraw.ts';

export type NewRecording = Omit<
  RecordingRecord,
  'id' | 'jobId' | 'takenAt' | 'withdrawnAt' | 'fromFile' | 'chapter'
> &
  Partial<Pick<RecordingRecord, 'takenAt' | 'withdrawnAt' | 'fromFile' | 'chapter'>>;

@Injectable()
export class RecordingsRepository {
  async add(
    db: Knex,
    jobId: string,
    { repairs, report, between, madeWith = [], ...fields }: NewRecording,
  ): Promise<RecordingRecord> {
    await assertRoom(db, 'recordingsOfJob', { table: 'recordings', where: { job_id: jobId }, field: 'file' });
    const [row] = await db('recordings')
      .insert({
        ...toRow({ jobId, chapter: chapterNow(db, jobId), ...fields }),
        repairs: JSON.stringify(repairs),
        made_with: JSON.stringify(madeWith),
        report: JSON.stringify(report),
        between: between && JSON.stringify(between),
      })
      .returning('*');
    return fromRow<RecordingRecord>(row);
  }

  async get(db: Knex, id: string): Promise<RecordingRecord> {
    return fromRow<RecordingRecord>(found(await db('recordings').where({ id }).first(), 'recording'));
  }

  /** Of outputs in sight, newest first; of two outputs at once the one that is in sight. */
  async ofJob(db: Knex, jobId: string): Promise<RecordingRecord[]> {
    return (await this.rowsOfJob(db, jobId, ['r.*'])).map((row) => fromRow<RecordingRecord>(row));
  }

  /** What tells which of them count, and for what. */
  async outlines(db: Knex, jobId: string): Promise<RecordingOutline[]> {
    const rows = await this.rowsOfJob(db, jobId, ['r.id', 'r.first_pair_id', 'r.chapter', 'r.withdrawn_at']);
    return rows.map((row) => fromRow<RecordingOutline>(row));
  }

  private rowsOfJob(db: Knex, jobId: string, columns: readonly string[]) {
    return db('recordings as r')
      .join('pairs as a', 'a.id', 'r.first_pair_id')
      .join('units as ua', 'ua.id', 'a.unit_id')
      .leftJoin('pairs as b', 'b.id', 'r.second_pair_id')
      .leftJoin('units as ub', 'ub.id', 'b.unit_id')
      .where({ 'r.job_id': jobId, 'a.retired_at': null, 'ua.retired_at': null })
      .orderBy([
        { column: 'r.taken_at', order: 'desc' },
        { column: 'r.position', order: 'desc' },
      ])
      .select(
        ...columns,
        db.raw(
          'case when b.retired_at is null and ub.retired_at is null then r.second_pair_id end as second_pair_id',
        ),
      );
  }

  /** Those of retired outputs among them. */
  async record(db: Knex, jobId: string): Promise<RecordingRecord[]> {
    const rows = await db('recordings')
      .where({ job_id: jobId })
      .orderBy([
        { column: 'taken_at', order: 'desc' },
        { column: 'position', order: 'desc' },
      ]);
    return rows.map((row) => fromRow<RecordingRecord>(row));
  }

  /** The newest live recording of silence of each output, made in the same chapter with the same calibration. */
  async silences(
    db: Knex,
    jobId: string,
    pairIds: readonly string[],
    voltsAtFullScale: number,
  ): Promise<Map<string, Response>> {
    const rows = await db('recordings')
      .where({ played: 'silence', withdrawn_at: null, volts_at_full_scale: voltsAtFullScale })
      .andWhere('chapter', chapterNow(db, jobId))
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
  async setWithdrawn(db: Knex, id: string, withdrawn: boolean): Promise<RecordingRecord> {
    const row = await setWithdrawn(db, 'recordings', { id, withdrawn, what: 'recording' });
    await db('captures').where({ recording_id: id }).update({ withdrawn_at: row['withdrawn_at'] });
    return fromRow<RecordingRecord>(row);
  }
}
