import { Injectable } from '@nestjs/common';
import { pairName, type Pair, type Removed } from '@ulpen/core';
import type { Knex } from 'knex';
import { found, fromRow } from '../database/rows.ts';

/** What is retired of a job, with the path under `/api/v1` that brings it back. */
const REMOVED = `
  select 'unit' as kind, id, name, retired_at, null::jsonb as pair from units where job_id = :job
  union all select 'connector', c.id, c.name, c.retired_at, null from connectors c join units u on u.id = c.unit_id where u.job_id = :job
  union all select 'output', p.id, '', p.retired_at, jsonb_build_object('side', p.side, 'axle', p.axle, 'way', p.way, 'suffix', p.suffix)
    from pairs p join units u on u.id = p.unit_id where u.job_id = :job
  union all select 'speaker', s.id, s.way, s.retired_at,
    (select jsonb_build_object('side', p.side, 'axle', p.axle, 'way', s.way, 'suffix', '')
     from speaker_coils c join pairs p on p.id = c.pair_id where c.speaker_id = s.id order by c.position limit 1)
    from speakers s where s.job_id = :job
  union all select 'target', id, name, retired_at, null from targets where job_id = :job
  union all select 'sheet', id, name, retired_at, null from sheets where job_id = :job
  union all select 'plan', id, name, retired_at, null from plans where job_id = :job
  union all select 'photo', id, file_name, retired_at, null from photos where job_id = :job`;

const PLURAL: Record<Removed['kind'], string> = {
  unit: 'units',
  connector: 'connectors',
  output: 'pairs',
  speaker: 'speakers',
  target: 'targets',
  sheet: 'sheets',
  plan: 'plans',
  photo: 'photos',
};

@Injectable()
export class RemovedRepository {
  /** Newest first. */
  async ofJob(db: Knex, jobId: string): Promise<Removed[]> {
    found(await db('jobs').where({ id: jobId }).first('id'), 'job');
    const { rows } = await db.raw<{ rows: Record<string, unknown>[] }>(
      `select * from (${REMOVED}) r where retired_at is not null order by retired_at desc, id`,
      { job: jobId },
    );
    return rows.map(({ pair, retired_at, ...row }) => {
      const { id, kind, name } = fromRow<Omit<Removed, 'removedAt' | 'restore'>>(row);
      return {
        id,
        kind,
        name: `${pair ? pairName(pair as Pair) : name}${kind === 'speaker' ? ' (speaker)' : ''}`,
        removedAt: (retired_at as Date).toISOString(),
        restore: `/${PLURAL[kind]}/${id}/restore`,
      };
    });
  }
}
