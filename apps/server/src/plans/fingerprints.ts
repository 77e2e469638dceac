import { Injectable } from '@nestjs/common';
import { PLANNER_VERSION, type PlanFingerprint } from '@ulpen/core';
import type { Knex } from 'knex';
import { found } from '../database/rows.ts';

/**
 * Everything that plans are worked out from, a line each: what there is, by its id, and which version of it. Of what was
 * measured, what was measured before the work.
 */
const FACTS = `
  select 'unit ' || id || ' ' || version as fact from units where job_id = :job and retired_at is null
  union all select 'output ' || p.id || ' ' || p.version from pairs p join units u on u.id = p.unit_id
    where u.job_id = :job and p.retired_at is null and u.retired_at is null
  union all select 'capture ' || c.id || ' ' || c.analysis_version
    from captures c join pairs p on p.id = c.pair_id join units u on u.id = p.unit_id
    where u.job_id = :job and c.chapter = 'before' and c.withdrawn_at is null and p.retired_at is null and u.retired_at is null
  union all select 'pin ' || x.id from pins x join captures c on c.id = x.capture_id join pairs p on p.id = c.pair_id
    join units u on u.id = p.unit_id where u.job_id = :job and x.withdrawn_at is null and c.chapter = 'before' and c.withdrawn_at is null
  union all select 'plug ' || c.id || ' ' || c.version from connectors c join units u on u.id = c.unit_id
    where u.job_id = :job and c.retired_at is null and u.retired_at is null
  union all select 'reading ' || id from readings where job_id = :job and chapter = 'before' and withdrawn_at is null
  union all select 'sheet ' || id || ' ' || version from sheets where job_id = :job and retired_at is null
  union all select 'recording ' || id from recordings where job_id = :job and chapter = 'before' and withdrawn_at is null
  union all select 'check ' || id from checks where job_id = :job and chapter = 'before' and withdrawn_at is null
  union all select 'speaker ' || id || ' ' || version from speakers where job_id = :job and retired_at is null
  union all select 'channel ' || id || ' ' || version from targets where job_id = :job and retired_at is null
  union all select 'intake ' || md5(row(drive, nominal_volts, tools, zeroed, clues, reference)::text) from intakes where job_id = :job
  union all select 'wish ' || version from briefs where job_id = :job
  union all select 'shop ' || version from preferences
  union all select 'device ' || id || ' ' || version from devices where retired_at is null
  union all select 'planner ' || :planner`;

const FINGERPRINT = `
  select revision, (select encode(sha256(convert_to(string_agg(fact, chr(10) order by fact collate "C"), 'UTF8')), 'hex')
    from (${FACTS}) as facts) as fingerprint
  from jobs where id = :job`;

/** One number for all that the plans of a job are worked out from: what changes none of them does not change it. */
@Injectable()
export class Fingerprints {
  /** @throws ProblemError (404) when there is no such job */
  async of(db: Knex, jobId: string): Promise<PlanFingerprint> {
    const { rows } = await db.raw<{ rows: PlanFingerprint[] }>(FINGERPRINT, {
      job: jobId,
      planner: String(PLANNER_VERSION),
    });
    return found(rows[0], 'job');
  }
}
