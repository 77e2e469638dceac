import { type ConnectorFields, INSTRUMENTS, lockOf } from '@ulpen/core';
import type { Knex } from 'knex';

/**
 * A plug that turns out to be of a restraint system must not go on being read as a speaker: live readings that its
 * lock forbids are withdrawn with the change that locks it. They stay in the record.
 */
export async function withdrawLocked(
  db: Knex,
  connectorId: string,
  fields: Pick<ConnectorFields, 'name' | 'confirmed' | 'shell' | 'sleeve'>,
): Promise<void> {
  const locked = INSTRUMENTS.filter((instrument) => lockOf(fields, instrument) !== null);
  if (locked.length === 0) return;
  const cavities = db('cavities').where({ connector_id: connectorId }).select('id');
  await db('readings')
    .whereIn('kind', locked)
    .whereNull('withdrawn_at')
    .andWhere((q) => q.whereIn('cavity_id', cavities).orWhereIn('other_cavity_id', cavities.clone()))
    .update({ withdrawn_at: db.fn.now() });
}
