import { Injectable } from '@nestjs/common';
import type { Comparison, PlanChanges, Proposal, StrategyId } from '@ulpen/core';
import type { Knex } from 'knex';
import { ComputePool } from '../compute/compute-pool.ts';
import type { PlanQuestion } from '../compute/tasks.ts';
import { Database } from '../database/database.ts';
import { DevicesRepository } from '../devices/devices.repository.ts';
import { HarnessService } from '../harness/harness.service.ts';
import { JobsRepository } from '../jobs/jobs.repository.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { ShopRepository } from '../shop/shop.repository.ts';

/** Plans worked out from what is known now; nothing of it is stored. */
@Injectable()
export class ProposalsService {
  constructor(
    private readonly db: Database,
    private readonly jobs: JobsService,
    private readonly jobRows: JobsRepository,
    private readonly devices: DevicesRepository,
    private readonly shop: ShopRepository,
    private readonly harness: HarnessService,
    private readonly pool: ComputePool,
  ) {}

  async compare(jobId: string, signal: AbortSignal): Promise<Comparison> {
    const shared = await this.stateOf(jobId);
    return this.pool.run('compare', () => this.question(jobId), { signal, shared });
  }

  async rework(
    jobId: string,
    strategy: StrategyId,
    changes: PlanChanges,
    signal: AbortSignal,
  ): Promise<Proposal> {
    const shared = `${await this.stateOf(jobId)} ${strategy} ${JSON.stringify(changes)}`;
    const given = async () => ({ question: await this.question(jobId), strategy, changes });
    const proposal = await this.pool.run('rework', given, { signal, shared });
    if (proposal) return proposal;
    throw ProblemError.invalid([
      { field: 'strategy', message: 'is no way here; the list of proposals says why' },
    ]);
  }

  /** What two equal questions have in common: the job and the shop as they are. */
  private stateOf(jobId: string): Promise<string> {
    return this.db.read(async (db) => {
      const { revision } = await this.jobRows.get(db, jobId);
      return `${jobId} ${revision} ${await this.shop.revision(db)}`;
    });
  }

  private question(jobId: string): Promise<PlanQuestion> {
    return this.db.snapshot(async (db: Knex) => ({
      job: await this.jobs.view(db, jobId),
      devices: await this.devices.all(db),
      preferences: await this.shop.preferences(db),
      harness: await this.harness.seen(db, jobId),
    }));
  }
}
