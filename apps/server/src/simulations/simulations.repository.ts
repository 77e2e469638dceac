import { Injectable } from '@nestjs/common';
import type { SimulationFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { fromRow, toRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

export type Simulation = SimulationFields & { taken: number; slips: number; revealed: boolean };

@Injectable()
export class SimulationsRepository {
  async ofJob(db: Knex, jobId: string): Promise<Simulation | null> {
    const row = await db('simulations').where({ job_id: jobId }).first();
    if (!row) return null;
    const { jobId: _, ...simulation } = fromRow<Simulation & { jobId: string }>(row);
    return simulation;
  }

  async add(db: Knex, jobId: string, simulation: SimulationFields & Partial<Simulation>): Promise<void> {
    const added = await db('simulations')
      .insert({ job_id: jobId, ...toRow(simulation) })
      .onConflict('job_id')
      .ignore()
      .returning('job_id');
    if (added.length === 0)
      throw ProblemError.conflict('Simulated already', 'This job practises on a simulated car already.');
  }

  async count(db: Knex, jobId: string, slipped: boolean): Promise<void> {
    await db('simulations')
      .where({ job_id: jobId })
      .update({ taken: db.raw('taken + 1'), slips: db.raw('slips + ?', [slipped ? 1 : 0]) });
  }

  async reveal(db: Knex, jobId: string): Promise<void> {
    await db('simulations').where({ job_id: jobId }).update({ revealed: true });
  }
}
