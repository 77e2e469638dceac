import type { Knex } from 'knex';
import { found } from './rows.ts';

/** A mistake is withdrawn, never overwritten, and can be restored; both leave the record as it was taken. */
export async function setWithdrawn(
  db: Knex,
  table: string,
  {
    id,
    withdrawn,
    what,
    columns = '*',
  }: { id: string; withdrawn: boolean; what: string; columns?: string | string[] },
): Promise<Record<string, unknown>> {
  const [row] = await db(table)
    .where({ id })
    .update({ withdrawn_at: withdrawn ? db.raw('coalesce(withdrawn_at, now())') : null })
    .returning(columns);
  return found(row, what);
}
