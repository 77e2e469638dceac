import type { Knex } from 'knex';
import { ProblemError } from '../problems/problem-error.ts';

/**
 * What a kept plan taps stays in sight as long as the plan does.
 *
 * @param which outputs (`p`), targets (`t`) that are to go
 * @throws ProblemError (409) that names the plans
 */
export async function assertNoPlanStandsOn(db: Knex, which: Record<string, string>): Promise<void> {
  const plans = await db('plan_taps as x')
    .join('plans', 'plans.id', 'x.plan_id')
    .join('pairs as p', 'p.id', 'x.pair_id')
    .join('targets as t', 't.id', 'x.target_id')
    .where({ ...which, 'plans.retired_at': null })
    .orderBy('plans.name')
    .distinct('plans.name');
  if (plans.length === 0) return;
  const names = plans.map((p) => `"${p.name}"`).join(', ');
  throw ProblemError.conflict(
    'Still in use',
    `The kept plan ${names} stands on this. Remove the plan first, then this can go.`,
  );
}
