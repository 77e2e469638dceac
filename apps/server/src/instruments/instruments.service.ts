import { Injectable } from '@nestjs/common';
import { type ConnectorFields, liveOf, type RestsOn, type WithdrawnAtOnce } from '@ulpen/core';
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

  /** Everything that was measured with it from a moment on, in all jobs or in none. */
  withdraw(id: string, from: string | null, by: Actor): Promise<WithdrawnAtOnce> {
    const at = new Date().toISOString();
    const concerned = (job: RestsOn) => liveOf(job) > 0 && (from === null || job.lastAt >= from);
    return this.inJobsOf(id, at, { ...by, did: 'job.distrust' }, concerned, (trx, jobId) =>
      withdrawMadeWith(trx, jobId, { instrumentId: id, from, at }),
    );
  }

  takeBack(id: string, at: string, by: Actor): Promise<WithdrawnAtOnce> {
    const concerned = (job: RestsOn) => job.withdrawn > 0;
    return this.inJobsOf(id, at, { ...by, did: 'job.trust' }, concerned, async (trx, jobId) => {
      const restored = await restoreMadeWith(trx, jobId, { instrumentId: id, at });
      // A plug that was locked meanwhile stays locked for what was read at it before.
      const plugs = await trx('connectors as c')
        .join('units as u', 'u.id', 'c.unit_id')
        .where('u.job_id', jobId)
        .select('c.id', 'c.name', 'c.confirmed', 'c.shell', 'c.sleeve');
      for (const { id: plugId, ...plug } of plugs) await withdrawLocked(trx, plugId, plug as ConnectorFields);
      return restored;
    });
  }

  private inJobsOf(
    id: string,
    at: string,
    by: Actor,
    concerned: (job: RestsOn) => boolean,
    work: (trx: Knex, jobId: string) => Promise<number>,
  ): Promise<WithdrawnAtOnce> {
    return this.db.inJobs(by, async (trx, lock) => {
      await this.instruments.get(trx, id);
      const jobIds = (await restsOn(trx, id)).filter(concerned).map((job) => job.jobId);
      await lock(jobIds);
      let [jobs, records] = [0, 0];
      for (const jobId of jobIds) {
        const changed = await work(trx, jobId);
        records += changed;
        if (changed > 0) jobs++;
      }
      return { at, jobs, records };
    });
  }
}
