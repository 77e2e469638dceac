import { Injectable } from '@nestjs/common';
import { Database } from '../database/database.ts';
import { found } from '../database/rows.ts';

interface Asker {
  resolve: (state: string) => void;
  reject: (reason: unknown) => void;
}

/**
 * What decides how a job's plans come out: the job and the shop as they are, as text that changes with either. One
 * query at a time tells it for all who asked before it began, so that a crowd costs the database no more than a few.
 */
@Injectable()
export class JobStates {
  private waiting = new Map<string, Asker[]>();
  private asking = false;

  constructor(private readonly db: Database) {}

  /** @throws ProblemError (404) when there is no such job */
  of(jobId: string): Promise<string> {
    return new Promise((resolve, reject) => {
      const others = this.waiting.get(jobId);
      if (others) others.push({ resolve, reject });
      else this.waiting.set(jobId, [{ resolve, reject }]);
      if (!this.asking) void this.ask();
    });
  }

  private async ask(): Promise<void> {
    this.asking = true;
    while (this.waiting.size > 0) {
      const asked = this.waiting;
      this.waiting = new Map();
      const jobs = await this.query([...asked.keys()]).catch((error: unknown) => ({ error }));
      for (const [id, askers] of asked)
        for (const { resolve, reject } of askers)
          try {
            if ('error' in jobs) throw jobs.error;
            resolve(found(jobs.states.get(id), 'job'));
          } catch (error) {
            reject(error);
          }
    }
    this.asking = false;
  }

  private async query(ids: readonly string[]): Promise<{ states: Map<string, string> }> {
    const rows = await this.db.read((db) =>
      db('jobs').whereIn('id', ids).select('id', 'revision', db('shop').select('revision').as('shop')),
    );
    return { states: new Map(rows.map((row) => [row.id, `${row.id} ${row.revision} ${row.shop}`])) };
  }
}
