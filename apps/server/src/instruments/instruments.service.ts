import { Injectable } from '@nestjs/common';
import type { ConnectorFields, RestsOn, WithdrawnAtOnce } from '@ulpen/core';
import type { Knex } from 'knex';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { withdrawLocked } from '../readings/locked-readings.ts';
import { InstrumentsRepository } from './instruments.repository.ts';
import { restoreMadeWith, restsOn, withdrawMadeWith } from './rests-on.ts';

@Injectable()
export class InstrumentsService {
  constructor(
    private readonly db: Database,
    private readonly instruments: InstrumentsRepository,
  ) {}

  async restsOn(id: string): Promise<RestsOn[]> {
    return this.db.snapshot(async (db) => {
      await this.instruments.get(db, id);
      return restsOn(db, id);
    });
  }

  /** Job by job, each under its lock; begun again, it goes on where it stopped. */
  async withdraw(id: string, from: string | null, by: Actor): Promise<WithdrawnAtOnce> {
    const at = new Date().toISOString();
    const { jobs, records } = await this.inJobsOf(
      id,
      { ...by, did: 'job.distrust' },
      (job) =>
        job.readings + job.checks + job.recordings + job.captures > 0 &&
        (from === null || job.lastAt >= from),
      (trx, jobId) => withdrawMadeWith(trx, jobId, { instrumentId: id, from, at }),
    );
    return { at, jobs, records };
  }

  async takeBack(id: string, at: string, by: Actor): Promise<WithdrawnAtOnce> {
    const { jobs, records } = await this.inJobsOf(
      id,
      { ...by, did: 'job.trust' },
      (job) => job.withdrawn > 0,
      async (trx, jobId) => {
        const restored = await restoreMadeWith(trx, jobId, { instrumentId: id, at });
        // A plug that was locked meanwhile stays locked for what was read at it before.
        const plugs = await trx('connectors as c')
          .join('units as u', 'u.id', 'c.unit_id')
          .where('u.job_id', jobId)
          .select('c.id', 'c.name', 'c.confirmed', 'c.shell', 'c.sleeve');
        for (const { id: plugId, ...plug } of plugs)
          await withdrawLocked(trx, plugId, plug as ConnectorFields);
        return restored;
      },
    );
    return { at, jobs, records };
  }

  private async inJobsOf(
    id: string,
    by: Actor,
    concerns: (job: RestsOn) => boolean,
    work: (trx: Knex, jobId: string) => Promise<number>,
  ): Promise<{ jobs: number; records: number }> {
    let [jobs, records] = [0, 0];
    for (const { jobId } of (await this.restsOn(id)).filter(concerns)) {
      const changed = await this.db.inJob(jobId, { ...by, command: null }, (trx) => work(trx, jobId));
      records += changed;
      if (changed > 0) jobs++;
    }
    return { jobs, records };
  }
}
