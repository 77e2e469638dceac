import { Inject, Injectable } from '@nestjs/common';
import { type Plan, type PlanFields, planSchema } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

const COLUMNS = ['id', 'job_id', 'name', 'created_at', 'basis', 'proposal'];

@Injectable()
export class PlansRepository {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  /** Newest first. */
  async ofJob(jobId: string): Promise<Plan[]> {
    const order = [{ column: 'created_at', order: 'desc' }, { column: 'id' }];
    const rows = await this.knex('plans').where({ job_id: jobId }).orderBy(order).select(COLUMNS);
    return rows.map(asPlan);
  }

  async get(id: string): Promise<Plan> {
    return asPlan(found(await this.knex('plans').where({ id }).first(COLUMNS), 'plan'));
  }

  add(jobId: string, plan: PlanFields & { createdAt?: string }, within?: Knex): Promise<Plan> {
    const write = async (trx: Knex): Promise<Plan> => {
      found(await trx('jobs').where({ id: jobId }).first('id'), 'job');
      await assertOwnParts(trx, jobId, plan);
      const [row] = await trx('plans')
        .insert({
          job_id: jobId,
          name: plan.name,
          strategy: plan.proposal.strategy,
          basis: JSON.stringify(plan.basis),
          proposal: JSON.stringify(plan.proposal),
          ...(plan.createdAt && { created_at: plan.createdAt }),
        })
        .returning(COLUMNS);
      const taps = plan.proposal.feeds.flatMap((feed) =>
        feed.taps.map((tap) => ({
          plan_id: row.id,
          target_id: feed.targetId,
          pair_id: tap.pairId,
          capture_id: tap.captureId,
          side: feed.side,
          inverted: tap.inverted,
          gain_db: tap.gainDb,
        })),
      );
      if (taps.length > 0) await trx('plan_taps').insert(taps);
      return asPlan(row);
    };
    return within ? write(within) : this.knex.transaction(write);
  }

  async remove(id: string): Promise<void> {
    if ((await this.knex('plans').where({ id }).delete()) === 0) throw ProblemError.notFound('plan');
  }
}

/** Plans that were kept before something was planned get what it usually is. */
const asPlan = (row: Record<string, unknown>): Plan => planSchema.parse(fromRow<Plan>(row));

/** A plan names only targets and captures of its own job, each capture with its own pair. */
async function assertOwnParts(trx: Knex, jobId: string, plan: PlanFields): Promise<void> {
  const targets = new Set((await trx('targets').where({ job_id: jobId }).select('id')).map((r) => r.id));
  const captures = await trx('captures as c')
    .join('pairs as p', 'p.id', 'c.pair_id')
    .join('units as u', 'u.id', 'p.unit_id')
    .where('u.job_id', jobId)
    .select('c.id', 'c.pair_id');
  const pairs = new Set(
    (
      await trx('pairs as p').join('units as u', 'u.id', 'p.unit_id').where('u.job_id', jobId).select('p.id')
    ).map((p) => p.id),
  );
  const pairOf = new Map(captures.map((c) => [c.id, c.pair_id]));
  plan.proposal.feeds.forEach((feed, f) => {
    const field = `proposal.feeds.${f}`;
    if (!targets.has(feed.targetId))
      throw ProblemError.invalid([{ field: `${field}.targetId`, message: 'is no target of this job' }]);
    feed.taps.forEach((tap, t) => {
      if (tap.captureId === null) {
        if (!pairs.has(tap.pairId))
          throw ProblemError.invalid([
            { field: `${field}.taps.${t}.pairId`, message: 'is no output of this job' },
          ]);
      } else if (pairOf.get(tap.captureId) !== tap.pairId) {
        throw ProblemError.invalid([
          { field: `${field}.taps.${t}.captureId`, message: 'is no capture of that output of this job' },
        ]);
      }
    });
  });
}
