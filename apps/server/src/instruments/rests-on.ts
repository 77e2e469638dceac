import type { RestsOn } from '@ulpen/core';
import type { Knex } from 'knex';
import { fromRow } from '../database/rows.ts';

/** Tables of what is measured, with the moment it was taken and how its job is found. */
const RECORDS = [
  { table: 'readings', kind: 'readings', at: 'taken_at', job: 'r.job_id', from: 'readings r' },
  { table: 'checks', kind: 'checks', at: 'taken_at', job: 'r.job_id', from: 'checks r' },
  { table: 'recordings', kind: 'recordings', at: 'taken_at', job: 'r.job_id', from: 'recordings r' },
  {
    table: 'captures',
    kind: 'captures',
    at: 'imported_at',
    job: 'u.job_id',
    from: 'captures r join pairs p on p.id = r.pair_id join units u on u.id = p.unit_id',
  },
] as const;

/** The first half is the index's own. */
const MADE_WITH = `r.made_with <> '[]' and r.made_with @> jsonb_build_array(jsonb_build_object('id', ?::text))`;
const ALL = RECORDS.map(
  ({ kind, at, job, from }) =>
    `select ${job} as job_id, '${kind}' as kind, r.${at} as at, r.withdrawn_at from ${from} where ${MADE_WITH}`,
).join(' union all ');
const live = (kind: string) =>
  `count(*) filter (where kind = '${kind}' and withdrawn_at is null)::int as ${kind}`;

/** By job, newest first: what was measured with an instrument. */
export async function restsOn(db: Knex, instrumentId: string): Promise<RestsOn[]> {
  const { rows } = await db.raw<{ rows: Record<string, unknown>[] }>(
    `select a.job_id, j.car, ${RECORDS.map((r) => live(r.kind)).join(', ')},
      count(*) filter (where withdrawn_at is not null)::int as withdrawn, min(at) as first_at, max(at) as last_at
    from (${ALL}) a join jobs j on j.id = a.job_id group by a.job_id, j.car order by max(at) desc`,
    RECORDS.map(() => instrumentId),
  );
  return rows.map((row) => fromRow<RestsOn>(row));
}

/** Withdraws what of one job was measured with an instrument from a moment on. @returns how many records */
export async function withdrawMadeWith(
  db: Knex,
  jobId: string,
  { instrumentId, from, at }: { instrumentId: string; from: string | null; at: string },
): Promise<number> {
  let records = 0;
  for (const { table, at: takenAt, from: source, job } of RECORDS) {
    const { rowCount } = await db.raw(
      `update ${table} set withdrawn_at = ? where id in (
        select r.id from ${source} where ${job} = ? and ${MADE_WITH} and r.withdrawn_at is null
          and (?::timestamptz is null or r.${takenAt} >= ?::timestamptz))`,
      [at, jobId, instrumentId, from, from],
    );
    records += rowCount as number;
  }
  return records;
}

/** Brings back what was withdrawn of one job at that moment because of the instrument. */
export async function restoreMadeWith(
  db: Knex,
  jobId: string,
  { instrumentId, at }: { instrumentId: string; at: string },
): Promise<number> {
  let records = 0;
  for (const { table, from: source, job } of RECORDS) {
    const { rowCount } = await db.raw(
      `update ${table} set withdrawn_at = null where id in (
        select r.id from ${source} where ${job} = ? and ${MADE_WITH} and r.withdrawn_at = ?::timestamptz)`,
      [jobId, instrumentId, at],
    );
    records += rowCount as number;
  }
  return records;
}
