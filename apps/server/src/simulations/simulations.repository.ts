import { Inject, Injectable } from '@nestjs/common';
import type { SimulationFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { fromRow, toRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

export type Simulation = SimulationFields & { taken: number; slips: number; revealed: boolean };

@Injectable()
export class SimulationsRepository {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  async ofJob(jobId: string, trx: Knex = this.knex, lock = false): Promise<Simulation | null> {
    const query = trx('simulations').where({ job_id: jobId });
    const row = await (lock ? query.forUpdate() : query).first();
    if (!row) return null;
    const { jobId: _, ...simulation } = fromRow<Simulation & { jobId: string }>(row);
    return simulation;
  }

  async add(
    jobId: string,
    simulation: SimulationFields & Partial<Simulation>,
    trx: Knex = this.knex,
  ): Promise<void> {
    const added = await trx('simulations')
      .insert({ job_id: jobId, ...toRow(simulation) })
      .onConflict('job_id')
      .ignore()
      .returning('job_id');
    if (added.length === 0)
      throw ProblemError.of(409, 'Simulated already', 'This job practises on a simulated car already.');
  }

  async count(jobId: string, slipped: boolean, trx: Knex): Promise<void> {
    await trx('simulations')
      .where({ job_id: jobId })
      .update({ taken: trx.raw('taken + 1'), slips: trx.raw('slips + ?', [slipped ? 1 : 0]) });
  }

  async reveal(jobId: string): Promise<void> {
    await this.knex('simulations').where({ job_id: jobId }).update({ revealed: true });
  }
}
