import { Inject, Injectable } from '@nestjs/common';
import type { Job, JobFields, JobLine, JobList, JobView } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { fromRow } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';

export interface JobQuery {
  /** words that must all appear in car, system, place or year */
  q: string;
  limit: number;
  offset: number;
}

/** Outputs of a page of jobs with the band of the capture in force, one row a job. */
const BANDS = `
  select u.job_id, json_agg(json_build_object(
    'side', p.side, 'axle', p.axle, 'way', p.way, 'lowHz', c.low_hz, 'highHz', c.high_hz, 'measured', c.pair_id is not null
  ) order by u.position, p.position) as bands
  from units u
  join pairs p on p.unit_id = u.id
  left join lateral (
    select pair_id, low_hz, high_hz from captures
    where pair_id = p.id and withdrawn_at is null order by imported_at desc, id limit 1
  ) c on true
  where u.job_id = any(?)
  group by u.job_id`;

const FIND_STATE = `
  select count(distinct c.id)::int as connectors,
    count(v.id) filter (where not v.empty)::int as wires,
    count(v.id) filter (where not v.empty and not exists (
      select 1 from readings r where r.withdrawn_at is null and r.cavity_id = v.id
    ) and not exists (
      select 1 from readings r where r.withdrawn_at is null and r.other_cavity_id = v.id
    ))::int as untouched
  from units u join connectors c on c.unit_id = u.id join cavities v on v.connector_id = c.id
  where u.job_id = ?`;

@Injectable()
export class JobsRepository {
  private readonly table: VersionedTable<Job>;

  constructor(@Inject(KNEX) private readonly knex: Knex) {
    this.table = new VersionedTable<Job>(knex, 'jobs', 'job');
  }

  get(id: string): Promise<Job> {
    return this.table.get(id);
  }

  add(fields: JobFields & { createdAt?: string }, trx: Knex = this.knex): Promise<Job> {
    return this.table.insert(fields, trx);
  }

  change(id: string, version: number, fields: JobFields): Promise<Job> {
    return this.table.update(id, version, { ...fields, updatedAt: this.knex.fn.now() });
  }

  remove(id: string): Promise<void> {
    return this.table.remove(id);
  }

  async list({ q, limit, offset }: JobQuery): Promise<JobList> {
    const query = this.knex('jobs');
    for (const term of q.split(/\s+/).filter(Boolean)) {
      const like = `%${term.replace(/[\\%_]/g, '\\$&')}%`;
      query.whereRaw(`concat_ws(' ', car, system, place, year::text) ilike ?`, [like]);
    }
    const [{ count }] = await query.clone().count<{ count: string }[]>('* as count');
    const rows = await query
      .clone()
      .orderBy([{ column: 'updated_at', order: 'desc' }, { column: 'id' }])
      .limit(limit)
      .offset(offset);
    const jobs = rows.map((row) => fromRow<Job>(row));
    return { total: Number(count), jobs: await this.withContents(jobs) };
  }

  /** How far Find is: plugs, cavities that hold a wire, and those of them that no live reading names. */
  async findState(jobId: string): Promise<JobView['find']> {
    const { rows } = await this.knex.raw<{ rows: JobView['find'][] }>(FIND_STATE, [jobId]);
    return rows[0];
  }

  private async withContents(jobs: readonly Job[]): Promise<JobLine[]> {
    const ids = jobs.map((j) => j.id);
    const [bands, targets, plans] = await Promise.all([
      this.knex.raw<{ rows: { job_id: string; bands: JobLine['bands'] }[] }>(BANDS, [ids]),
      this.countsOf('targets', ids),
      this.countsOf('plans', ids),
    ]);
    const byJob = new Map(bands.rows.map((row) => [row.job_id, row.bands]));
    return jobs.map((job) => {
      const list = byJob.get(job.id) ?? [];
      return {
        ...job,
        bands: list,
        outputs: list.length,
        measured: list.filter((b) => b.measured).length,
        targets: targets.get(job.id) ?? 0,
        plans: plans.get(job.id) ?? 0,
      };
    });
  }

  private async countsOf(table: 'targets' | 'plans', ids: readonly string[]): Promise<Map<string, number>> {
    const rows = await this.knex(table)
      .whereIn('job_id', [...ids])
      .groupBy('job_id')
      .select('job_id')
      .count('* as count');
    return new Map(rows.map((row) => [String(row['job_id']), Number(row['count'])]));
  }
}
