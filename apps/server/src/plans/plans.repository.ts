import { Injectable } from '@nestjs/common';
import { type Creating, type Plan, type PlanFields, planSchema } from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { found, fromRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

const COLUMNS = ['id', 'job_id', 'name', 'created_at', 'basis', 'proposal'];
const ORDER = [
  { column: 'created_at', order: 'desc' },
  { column: 'position', order: 'desc' },
];

@Injectable()
export class PlansRepository {
  /** Newest first. */
  async ofJob(db: Knex, jobId: string): Promise<Plan[]> {
    const rows = await db('plans').where({ job_id: jobId, retired_at: null }).orderBy(ORDER).select(COLUMNS);
    return rows.map(asPlan);
  }

  /** Retired ones among them. */
  async record(db: Knex, jobId: string): Promise<(Plan & { retiredAt: string | null })[]> {
    const rows = await db('plans')
      .where({ job_id: jobId })
      .orderBy(ORDER)
      .select([...COLUMNS, 'retired_at']);
    return rows.map((row) => ({ ...asPlan(row), retiredAt: row.retired_at && row.retired_at.toISOString() }));
  }

  async get(db: Knex, id: string): Promise<Plan> {
    return asPlan(found(await db('plans').where({ id, retired_at: null }).first(COLUMNS), 'plan'));
  }

  async add(
    db: Knex,
    jobId: string,
    plan: Creating<PlanFields> & { createdAt?: string; retiredAt?: string | null },
  ): Promise<Plan> {
    await assertRoom(db, 'plansOfJob', { table: 'plans', where: { job_id: jobId } });
    await assertCapturesOfOutputs(db, plan);
    const [row] = await db('plans')
      .insert({
        ...(plan.id && { id: plan.id }),
        job_id: jobId,
        name: plan.name,
        strategy: plan.proposal.strategy,
        basis: JSON.stringify(plan.basis),
        proposal: JSON.stringify(plan.proposal),
        retired_at: plan.retiredAt ?? null,
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
    if (taps.length > 0) await db('plan_taps').insert(taps);
    return asPlan(row);
  }

  async remove(db: Knex, id: string): Promise<void> {
    const count = await db('plans').where({ id, retired_at: null }).update({ retired_at: db.fn.now() });
    if (count === 0) throw ProblemError.notFound('plan');
  }

  /** A plan comes back only to what it taps. */
  async restore(db: Knex, id: string): Promise<Plan> {
    found(await db('plans').where({ id }).first('id'), 'plan');
    const missing = await db('plan_taps as x')
      .join('pairs as p', 'p.id', 'x.pair_id')
      .join('units as u', 'u.id', 'p.unit_id')
      .join('targets as t', 't.id', 'x.target_id')
      .where('x.plan_id', id)
      .andWhere((q) =>
        q.whereNotNull('p.retired_at').orWhereNotNull('u.retired_at').orWhereNotNull('t.retired_at'),
      )
      .first('x.id');
    if (missing)
      throw ProblemError.conflict(
        'Its parts were removed',
        'This plan taps an output or feeds a channel that was removed. Bring that back first.',
      );
    await db('plans').where({ id }).update({ retired_at: null });
    return this.get(db, id);
  }
}

/** Plans that were kept before something was planned get what it usually is. */
const asPlan = (row: Record<string, unknown>): Plan => planSchema.parse(fromRow<Plan>(row));

/** Each capture that a plan stands on is one of the output that it taps there. */
async function assertCapturesOfOutputs(db: Knex, { proposal }: PlanFields): Promise<void> {
  const taps = proposal.feeds.flatMap((feed, f) =>
    feed.taps.map((tap, t) => ({ ...tap, field: `proposal.feeds.${f}.taps.${t}.captureId` })),
  );
  const ids = taps.flatMap((tap) => tap.captureId ?? []);
  const rows = await db('captures').whereIn('id', ids).select('id', 'pair_id');
  const pairOf = new Map(rows.map((c) => [c.id, c.pair_id]));
  const wrong = taps.filter((tap) => tap.captureId !== null && pairOf.get(tap.captureId) !== tap.pairId);
  if (wrong.length > 0)
    throw ProblemError.invalid(
      wrong.map(({ field }) => ({ field, message: 'is no capture of that output of this job' })),
    );
}
