import { Injectable } from '@nestjs/common';
import {
  captureInForce,
  type Job,
  type JobFields,
  type JobLine,
  type JobList,
  type JobView,
  type Pair,
  type Reference,
  type Situated,
  START_REFERENCE,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { found, fromRow, toRow } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';
import { ProblemError } from '../problems/problem-error.ts';

export interface JobQuery {
  /** words that must all appear in car, system, place or year */
  q: string;
  limit: number;
  offset: number;
}

/** Outputs of a page of jobs with what their captures carry and what decides which of them counts, one row a job. */
const OUTPUTS = `
  select u.job_id, json_agg(json_build_object(
    'side', p.side, 'axle', p.axle, 'way', p.way, 'captures', coalesce(c.captures, '[]'::json)
  ) order by u.position, p.position) as pairs
  from units u
  join pairs p on p.unit_id = u.id and p.retired_at is null
  left join lateral (
    select json_agg(json_build_object(
      'id', k.id, 'load', k.load, 'volumeStep', k.volume_step, 'situation', k.situation, 'chapter', k.chapter, 'withdrawnAt', null,
      'pins', case when n.id is null then '[]'::json
        else json_build_array(json_build_object('because', n.because, 'takenAt', n.taken_at, 'withdrawnAt', null)) end,
      'lowHz', k.low_hz, 'highHz', k.high_hz
    ) order by k.imported_at desc, k.position desc) as captures
    from captures k left join pins n on n.capture_id = k.id and n.withdrawn_at is null
    where k.pair_id = p.id and k.withdrawn_at is null and k.chapter = 'before'
  ) c on true
  where u.job_id = any(?) and u.retired_at is null
  group by u.job_id`;

interface ListedOutput {
  side: Pair['side'];
  axle: Pair['axle'];
  way: Pair['way'];
  captures: (Situated & { lowHz: number | null; highHz: number | null })[];
}

const FIND_STATE = `
  select count(distinct c.id)::int as connectors,
    count(v.id) filter (where not v.empty)::int as wires,
    count(v.id) filter (where not v.empty and not exists (
      select 1 from readings r where r.withdrawn_at is null and r.chapter = 'before' and r.cavity_id = v.id
    ) and not exists (
      select 1 from readings r where r.withdrawn_at is null and r.chapter = 'before' and r.other_cavity_id = v.id
    ))::int as untouched
  from units u join connectors c on c.unit_id = u.id join cavities v on v.connector_id = c.id
  where u.job_id = ? and u.retired_at is null and c.retired_at is null and v.retired_at is null`;

/** A job's rows from the leaves to the root, each by a query over the job's id. */
const ERASE: readonly string[] = [
  'delete from plan_taps x using plans p where p.id = x.plan_id and p.job_id = ?',
  'delete from plans where job_id = ?',
  'delete from drafts where job_id = ?',
  'delete from decisions where job_id = ?',
  'delete from checks where job_id = ?',
  'delete from photos where job_id = ?',
  `delete from pins n using captures c, pairs p, units u
    where c.id = n.capture_id and p.id = c.pair_id and u.id = p.unit_id and u.job_id = ?`,
  `delete from captures c using pairs p, units u where p.id = c.pair_id and u.id = p.unit_id and u.job_id = ?`,
  'delete from recordings where job_id = ?',
  'delete from readings where job_id = ?',
  'delete from claims c using sheets s where s.id = c.sheet_id and s.job_id = ?',
  'delete from sheets where job_id = ?',
  `delete from output_ends e using pairs p, units u where p.id = e.output_id and u.id = p.unit_id and u.job_id = ?`,
  `delete from cavities v using connectors c, units u where c.id = v.connector_id and u.id = c.unit_id and u.job_id = ?`,
  'delete from connectors c using units u where u.id = c.unit_id and u.job_id = ?',
  'delete from speaker_coils c using speakers s where s.id = c.speaker_id and s.job_id = ?',
  'delete from speakers where job_id = ?',
  'delete from pairs p using units u where u.id = p.unit_id and u.job_id = ?',
  'delete from units where job_id = ?',
  'delete from targets where job_id = ?',
  'delete from briefs where job_id = ?',
  'delete from wirings where job_id = ?',
  'delete from intakes where job_id = ?',
  'delete from simulations where job_id = ?',
  // What was answered about the job goes with it.
  'delete from commands c using job_events e where c.id = e.command_id and e.job_id = ?',
  'delete from job_events where job_id = ?',
  'delete from jobs where id = ?',
];

@Injectable()
export class JobsRepository {
  private readonly table = new VersionedTable<Job>('jobs', 'job');

  async get(db: Knex, id: string): Promise<Job> {
    return fromRow<Job>(found(await db('jobs').where({ id }).first(), 'job'));
  }

  add(db: Knex, fields: JobFields & Partial<Pick<Job, 'createdAt' | 'chapter'>>): Promise<Job> {
    return this.table.insert(db, fields);
  }

  async change(
    db: Knex,
    id: string,
    version: number,
    fields: JobFields | Pick<Job, 'chapter'>,
  ): Promise<Job> {
    const current = await this.get(db, id);
    if (current.version !== version) throw ProblemError.stale('job', current);
    const [row] = await db('jobs')
      .where({ id })
      .update({ ...toRow(fields), version: version + 1 })
      .returning('*');
    return fromRow<Job>(row);
  }

  async erase(db: Knex, id: string): Promise<void> {
    for (const sql of ERASE) await db.raw(sql, [id]);
  }

  async list(db: Knex, { q, limit, offset }: JobQuery): Promise<JobList> {
    const query = db('jobs');
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
    return { total: Number(count), jobs: await this.withContents(db, jobs) };
  }

  /** How far Find is: plugs, cavities that hold a wire, and those of them that no live reading names. */
  async findState(db: Knex, jobId: string): Promise<JobView['find']> {
    const { rows } = await db.raw<{ rows: JobView['find'][] }>(FIND_STATE, [jobId]);
    return rows[0];
  }

  private async withContents(db: Knex, jobs: readonly Job[]): Promise<JobLine[]> {
    const ids = jobs.map((j) => j.id);
    const outputs = await db.raw<{ rows: { job_id: string; pairs: ListedOutput[] }[] }>(OUTPUTS, [ids]);
    const intakes = await db('intakes').whereIn('job_id', ids).select('job_id', 'reference');
    const references = new Map(intakes.map((row) => [row.job_id, row.reference as Reference]));
    const targets = await countsOf(db, 'targets', ids);
    const plans = await countsOf(db, 'plans', ids);
    const byJob = new Map(
      outputs.rows.map(({ job_id, pairs }) => [
        job_id,
        bandsOf(pairs, references.get(job_id) ?? START_REFERENCE),
      ]),
    );
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
}

/** The bands of a job's outputs, each by the capture that counts. */
function bandsOf(pairs: ListedOutput[], reference: Reference): JobLine['bands'] {
  const job = { intake: { reference }, units: [{ pairs }] };
  return pairs.map((pair) => {
    const capture = captureInForce(job, pair);
    const { side, axle, way } = pair;
    const { lowHz, highHz } = capture ?? { lowHz: null, highHz: null };
    return { side, axle, way, lowHz, highHz, measured: capture !== null };
  });
}

async function countsOf(
  db: Knex,
  table: 'targets' | 'plans',
  ids: readonly string[],
): Promise<Map<string, number>> {
  const rows = await db(table)
    .whereIn('job_id', [...ids])
    .andWhere({ retired_at: null })
    .groupBy('job_id')
    .select('job_id')
    .count('* as count');
  return new Map(rows.map((row) => [String(row['job_id']), Number(row['count'])]));
}
