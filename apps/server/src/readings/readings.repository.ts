import { Inject, Injectable } from '@nestjs/common';
import { MOST_READINGS, type Reading, type ReadingFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

const COLUMNS = [
  'id',
  'cavity_id',
  'other_cavity_id',
  'observation',
  'conditions',
  'entered',
  'confirmed',
  'simulated',
  'taken_at',
  'withdrawn_at',
];

export type NewReading = ReadingFields & {
  simulated: boolean;
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
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  /** Oldest first, withdrawn ones among them. */
  async ofJob(jobId: string, trx: Knex = this.knex): Promise<Reading[]> {
    const rows = await trx('readings').where({ job_id: jobId }).orderBy('place').select(COLUMNS);
    return rows.map((row) => fromRow<Reading>(row));
  }

  /** The cavities of a job among these, by id. */
  async cavities(
    jobId: string,
    ids: readonly string[],
    trx: Knex = this.knex,
  ): Promise<Map<string, NamedCavity>> {
    const rows = await trx('cavities as v')
      .join('connectors as c', 'c.id', 'v.connector_id')
      .join('units as u', 'u.id', 'c.unit_id')
      .where('u.job_id', jobId)
      .whereIn('v.id', [...ids])
      .select('v.id', 'v.number', 'v.empty', 'c.name as plug', 'c.shell', 'c.sleeve', 'c.confirmed');
    return new Map(rows.map((row) => [row.id, row as NamedCavity]));
  }

  /** All of them or none. The job is held meanwhile, so that no plug changes under them. */
  async add(jobId: string, readings: readonly NewReading[], trx: Knex): Promise<Reading[]> {
    const [{ count }] = await trx('readings').where({ job_id: jobId }).count();
    if (Number(count) + readings.length > MOST_READINGS)
      throw ProblemError.invalid([
        { field: 'readings', message: `at most ${MOST_READINGS} readings on one job` },
      ]);
    const rows = readings.map((r) => ({
      job_id: jobId,
      cavity_id: r.cavityId,
      other_cavity_id: r.otherCavityId,
      kind: r.observation.kind,
      observation: JSON.stringify(r.observation),
      conditions: JSON.stringify(r.conditions),
      entered: r.entered,
      confirmed: r.confirmed,
      simulated: r.simulated,
      ...(r.takenAt && { taken_at: r.takenAt }),
      withdrawn_at: r.withdrawnAt ?? null,
    }));
    const saved: Reading[] = [];
    for (let at = 0; at < rows.length; at += 500) {
      const part = await trx('readings')
        .insert(rows.slice(at, at + 500))
        .returning(COLUMNS);
      saved.push(...part.map((row) => fromRow<Reading>(row)));
    }
    return saved;
  }

  async setWithdrawn(id: string, withdrawn: boolean): Promise<Reading> {
    const [row] = await this.knex('readings')
      .where({ id })
      .update({ withdrawn_at: withdrawn ? this.knex.fn.now() : null })
      .returning(COLUMNS);
    return fromRow<Reading>(found(row, 'reading'));
  }
}
