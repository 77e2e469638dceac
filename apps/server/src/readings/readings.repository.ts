import { Injectable } from '@nestjs/common';
import type { Chapter, Creating, Reading, ReadingFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { chapterNow } from '../database/chapter-now.ts';
import { assertRoom } from '../database/limits.ts';
import { found, fromRow } from '../database/rows.ts';
import { setWithdrawn } from '../database/withdraw.ts';

const COLUMNS = [
  'id',
  'cavity_id',
  'other_cavity_id',
  'observation',
  'conditions',
  'entered',
  'confirmed',
  'made_with',
  'simulated',
  'chapter',
  'taken_at',
  'withdrawn_at',
];

export type NewReading = Creating<ReadingFields> & {
  simulated: boolean;
  chapter?: Chapter;
  takenAt?: string;
  withdrawnAt?: string | null;
};

/** What a reading needs to know of the cavity it names. */
export interface NamedCavity {
  id: string;
  number: number;
  empty: boolean;
  plug: string;
  shell: string | null;
  sleeve: 'none' | 'yellow' | 'orange';
  confirmed: 'no' | 'audio' | 'restraint';
}

@Injectable()
export class ReadingsRepository {
  /** In sight, oldest first, withdrawn ones among them. */
  async ofJob(db: Knex, jobId: string): Promise<Reading[]> {
    const rows = await inSight(db, jobId).select(COLUMNS.map((c) => `r.${c}`));
    return rows.map((row) => fromRow<Reading>(row));
  }

  /** The same as JSON text, joined where the rows are: of thousands none has to be read and written again here. */
  async ofJobAsJson(db: Knex, jobId: string): Promise<string> {
    const inOrder = inSight(db, jobId).select('r.told').as('in_order');
    const [{ text }] = await db.from(inOrder).select(db.raw(`coalesce(string_agg(told, ','), '') as text`));
    return `[${text}]`;
  }

  /** Those on retired plugs among them. */
  async record(db: Knex, jobId: string): Promise<Reading[]> {
    const rows = await db('readings').where({ job_id: jobId }).orderBy('place').select(COLUMNS);
    return rows.map((row) => fromRow<Reading>(row));
  }

  async get(db: Knex, id: string): Promise<Reading> {
    return fromRow<Reading>(found(await db('readings').where({ id }).first(COLUMNS), 'reading'));
  }

  /** The cavities in sight of a job among these, by id. */
  async cavities(db: Knex, jobId: string, ids: readonly string[]): Promise<Map<string, NamedCavity>> {
    const rows = await db('cavities as v')
      .join('connectors as c', 'c.id', 'v.connector_id')
      .join('units as u', 'u.id', 'c.unit_id')
      .where({ 'u.job_id': jobId, 'v.retired_at': null, 'c.retired_at': null, 'u.retired_at': null })
      .whereIn('v.id', [...ids])
      .select('v.id', 'v.number', 'v.empty', 'c.name as plug', 'c.shell', 'c.sleeve', 'c.confirmed');
    return new Map(rows.map((row) => [row.id, row as NamedCavity]));
  }

  /** All of them or none. */
  async add(db: Knex, jobId: string, readings: readonly NewReading[]): Promise<Reading[]> {
    await assertRoom(db, 'readingsOfJob', {
      table: 'readings',
      where: { job_id: jobId },
      adding: readings.length,
      field: 'readings',
    });
    const rows = readings.map((r) => ({
      ...(r.id && { id: r.id }),
      job_id: jobId,
      cavity_id: r.cavityId,
      other_cavity_id: r.otherCavityId,
      kind: r.observation.kind,
      observation: JSON.stringify(r.observation),
      conditions: JSON.stringify(r.conditions),
      entered: r.entered,
      confirmed: r.confirmed,
      made_with: JSON.stringify(r.madeWith ?? []),
      simulated: r.simulated,
      chapter: r.chapter ?? chapterNow(db, jobId),
      ...(r.takenAt && { taken_at: r.takenAt }),
      withdrawn_at: r.withdrawnAt ?? null,
    }));
    const saved: Reading[] = [];
    for (let at = 0; at < rows.length; at += 500) {
      const part = await db('readings')
        .insert(rows.slice(at, at + 500))
        .returning(COLUMNS);
      saved.push(...part.map((row) => fromRow<Reading>(row)));
    }
    return saved;
  }

  async setWithdrawn(db: Knex, id: string, withdrawn: boolean): Promise<Reading> {
    const row = await setWithdrawn(db, 'readings', { id, withdrawn, what: 'reading', columns: COLUMNS });
    return fromRow<Reading>(row);
  }
}

/** Readings none of whose cavities is hidden, oldest first. */
const inSight = (db: Knex, jobId: string) =>
  db('readings as r')
    .where('r.job_id', jobId)
    .whereNotIn('r.cavity_id', hiddenCavities(db, jobId))
    .andWhere((q) =>
      q.whereNull('r.other_cavity_id').orWhereNotIn('r.other_cavity_id', hiddenCavities(db, jobId)),
    )
    .orderBy('r.place');

/** Cavities that were retired, or whose plug or unit was. */
const hiddenCavities = (db: Knex, jobId: string) =>
  db('cavities as v')
    .join('connectors as c', 'c.id', 'v.connector_id')
    .join('units as u', 'u.id', 'c.unit_id')
    .where('u.job_id', jobId)
    .andWhere((q) =>
      q.whereNotNull('v.retired_at').orWhereNotNull('c.retired_at').orWhereNotNull('u.retired_at'),
    )
    .select('v.id');
