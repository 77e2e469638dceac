import { Inject, Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { Knex } from 'knex';
import type { Actor } from '../actors/actor.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { DoneBefore, doneBefore, once } from './commands.ts';
import { writeEvent } from './job-events.ts';
import { KNEX } from './knex.ts';
import { isTransient } from './faults.ts';

const TRIES = 4;

/** Where each kind of thing hangs on a job: a query that gives `job_id` for an id. */
const JOB_OF = {
  unit: 'select job_id from units where id = ?',
  connector: 'select u.job_id from connectors c join units u on u.id = c.unit_id where c.id = ?',
  output: 'select u.job_id from pairs p join units u on u.id = p.unit_id where p.id = ?',
  speaker: 'select job_id from speakers where id = ?',
  capture:
    'select u.job_id from captures c join pairs p on p.id = c.pair_id join units u on u.id = p.unit_id where c.id = ?',
  photo: 'select job_id from photos where id = ?',
  reading: 'select job_id from readings where id = ?',
  recording: 'select job_id from recordings where id = ?',
  check: 'select job_id from checks where id = ?',
  sheet: 'select job_id from sheets where id = ?',
  target: 'select job_id from targets where id = ?',
  decision: 'select job_id from decisions where id = ?',
  plan: 'select job_id from plans where id = ?',
} as const;
export type JobPart = keyof typeof JOB_OF;

/**
 * The one seam between resources and PostgreSQL. Whatever runs inside gets the connection that it must use; nothing
 * takes a second one meanwhile, so that a small pool never waits for itself.
 */
@Injectable()
export class Database implements OnApplicationShutdown {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  async onApplicationShutdown(): Promise<void> {
    await this.knex.destroy();
  }

  /** A single query, or several that need not agree with each other. */
  read<T>(work: (db: Knex) => Promise<T>): Promise<T> {
    return work(this.knex);
  }

  /** Several queries that see one and the same state, whatever is written meanwhile. */
  snapshot<T>(work: (db: Knex) => Promise<T>): Promise<T> {
    return this.knex.transaction(work, { isolationLevel: 'repeatable read', readOnly: true });
  }

  /** A write that belongs to no job that is there yet: a new job, an import. */
  inNewJob<T extends { id: string }>(actor: Actor, work: (trx: Knex) => Promise<T>): Promise<T> {
    return this.write(async (trx) => {
      await trx.raw(`select ${SETTINGS}`, settingsOf(actor));
      return once(trx, actor.command, async () => {
        const job = await work(trx);
        await writeEvent(trx, job.id, '0', actor, job);
        return job;
      });
    });
  }

  /**
   * Every write to anything of a job: takes the job's lock, raises its revision, writes what happened into its stream,
   * and runs in one transaction. Writes to one job therefore follow each other, and what a check sees still holds when
   * the write happens. A command that was done before is not done again: its answer is given again.
   *
   * @throws ProblemError (404) when there is no such job
   */
  async inJob<T>(jobId: string, actor: Actor, work: (trx: Knex) => Promise<T>): Promise<T> {
    return this.write(async (trx) => {
      const { rows } = await trx.raw<{ rows: { revision: string }[] }>(
        `update jobs set revision = revision + 1, updated_at = now() where id = ? returning revision, ${SETTINGS}`,
        [jobId, ...settingsOf(actor)],
      );
      if (rows.length === 0) return doneBefore(trx, actor.command, ProblemError.notFound('job'));
      const [{ revision }] = rows;
      const done = await once(trx, actor.command, async () => {
        const result = await work(trx);
        await writeEvent(trx, jobId, revision, actor, result);
        return result;
      });
      actor.tell(revision);
      return done;
    });
  }

  /** The same for the job that a part belongs to. */
  async inJobOf<T>(
    part: JobPart,
    id: string,
    actor: Actor,
    work: (trx: Knex, jobId: string) => Promise<T>,
  ): Promise<T> {
    const { rows } = await this.knex.raw<{ rows: { job_id: string }[] }>(JOB_OF[part], [id]);
    if (rows.length === 0)
      return this.write((trx) => doneBefore<T>(trx, actor.command, ProblemError.notFound(part)));
    const jobId = rows[0].job_id;
    return this.inJob(jobId, actor, (trx) => work(trx, jobId));
  }

  /**
   * One write to several jobs, all or none. Those that are named are locked in one order, so that two such writes never
   * wait for each other; each has its revision raised and is told in its stream what happened.
   */
  inJobs<T>(
    actor: Actor,
    work: (trx: Knex, lock: (jobIds: readonly string[]) => Promise<void>) => Promise<T>,
  ): Promise<T> {
    return this.write(async (trx) => {
      await trx.raw(`select ${SETTINGS}`, settingsOf(actor));
      const lock = async (jobIds: readonly string[]) => {
        for (const id of [...jobIds].sort()) {
          const rows = await trx('jobs')
            .where({ id })
            .update({ revision: trx.raw('revision + 1'), updated_at: trx.fn.now() })
            .returning('revision');
          for (const { revision } of rows) await writeEvent(trx, id, revision, actor, null);
        }
      };
      return once(trx, actor.command, () => work(trx, lock));
    });
  }

  /** Every write to the shop's library or choices: takes the shop's lock and raises its revision. */
  inShop<T>(actor: Actor, work: (trx: Knex) => Promise<T>): Promise<T> {
    return this.write(async (trx) => {
      await trx.raw(
        `update shop set revision = revision + 1 where id = 1 returning ${SETTINGS}`,
        settingsOf(actor),
      );
      return once(trx, actor.command, () => work(trx));
    });
  }

  /** What core works out of the record, written anew: nothing that anybody said or measured, so no job is changed by it. */
  rejudge<T>(work: (trx: Knex) => Promise<T>): Promise<T> {
    return this.write(work);
  }

  /** A transaction that PostgreSQL gave up in favour of another one is begun again. */
  private async write<T>(work: (trx: Knex) => Promise<T>): Promise<T> {
    for (let tried = 1; ; tried++) {
      try {
        return await this.knex.transaction(work);
      } catch (error) {
        // Whatever this try had begun is undone with it.
        if (error instanceof DoneBefore) return error.answer as T;
        if (!isTransient(error) || tried >= TRIES) throw error;
      }
    }
  }
}

/** Columns `actor_id` and `device_at` of every record take their values from here, for this transaction only. */
const SETTINGS = `set_config('ulpen.actor', ?, true), set_config('ulpen.device_at', ?, true)`;
const settingsOf = ({ id, deviceAt }: Actor): string[] => [id, deviceAt ?? ''];
