import { LIMITS, type LimitName, limitWords } from '@ulpen/core';
import type { Knex } from 'knex';
import { ProblemError } from '../problems/problem-error.ts';
import { countOf } from './versioned-table.ts';

/**
 * Refuses what would go beyond one of core's limits. The job is locked by whoever calls, so that two at once cannot
 * both be the last.
 *
 * @param field that the refusal names
 */
export async function assertRoom(
  db: Knex,
  limit: LimitName,
  { table, where, adding = 1, field = '' }: { table: string; where: object; adding?: number; field?: string },
): Promise<void> {
  if ((await countOf(db, table, where)) + adding > LIMITS[limit].most)
    throw ProblemError.invalid([{ field, message: limitWords(limit) }]);
}
