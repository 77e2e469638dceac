import type { Knex } from 'knex';
import { found } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

/** Nothing happens to a part of a unit that was removed until the unit is brought back. */
export async function assertUnitThere(db: Knex, unitId: string, what: string): Promise<void> {
  const unit = found(await db('units').where({ id: unitId }).first('name', 'retired_at'), 'unit');
  if (unit.retired_at !== null)
    throw ProblemError.conflict(
      'Its unit was removed',
      `This ${what} belongs to ${unit.name}, which was removed. Bring ${unit.name} back first.`,
    );
}
