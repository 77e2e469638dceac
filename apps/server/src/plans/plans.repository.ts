import { Injectable } from '@nestjs/common';
import { type Plan, type PlanFields, planSchema } from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { found, fromRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

const COLUMNS = [
  'id',
  'job_id',
  'series_id',
  'revision',
  'name',
  'agreed_at',
  'fingerprint',
  'created_at',
  'proposal',
];
const ORDER = [
  { column: 'created_at', order: 'desc' },
  { column: 'position', order: 'desc' },
];

/** A plan as it comes from here or from a file. */
export type NewPlan = PlanFields &
  Pick<Plan, 'seriesId' | 'fingerprint'> & { id?: string; createdAt?: string; retiredAt?: string | null };

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

  /** Of the plan that another one is the next revision of. */
  async nextOf(db: Knex, jobId: string, planId: string): Promise<Pick<Plan, 'seriesId' | 'revision'> | null> {
    const plan = await db('plans').where({ id: planId, job_id: jobId, retired_at: null }).first('series_id');
    if (!plan) return null;
    const [{ newest }] = await db('plans').where({ series_id: plan.series_id }).max('revision as newest');
    return { seriesId: plan.series_id, revision: newest + 1 };
  }

  async add(db: Knex, jobId: string, plan: NewPlan): Promise<Plan> {
    await assertRoom(db, 'plansOfJob', { table: 'plans', where: { job_id: jobId } });
    const [row] = await db('plans')
      .insert({
        ...(plan.id && { id: plan.id }),
        job_id: jobId,
        series_id: plan.seriesId,
        revision: plan.revision,
        name: plan.name,
        strategy: plan.proposal.strategy,
        agreed_at: plan.agreedAt,
        fingerprint: plan.fingerprint,
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
    // Meanwhile another one may have been agreed on.
    await db.raw(
      `update plans p set retired_at = null, agreed_at = case when exists (
         select 1 from plans o where o.job_id = p.job_id and o.agreed_at is not null and o.retired_at is null and o.id <> p.id
       ) then null else p.agreed_at end where p.id = ?`,
      [id],
    );
    return this.get(db, id);
  }

  /** At most one plan of a job is agreed on. */
  async setAgreed(db: Knex, { id, jobId }: Plan, agreed: boolean): Promise<Plan> {
    await db('plans')
      .where(agreed ? { job_id: jobId } : { id })
      .whereNotNull('agreed_at')
      .update({ agreed_at: null });
    if (agreed) await db('plans').where({ id }).update({ agreed_at: db.fn.now() });
    return this.get(db, id);
  }
}

/** Plans that were kept before something was planned get what it usually is. */
const asPlan = (row: Record<string, unknown>): Plan => planSchema.parse(fromRow<Plan>(row));
