import type { Knex } from 'knex';
import type { Actor } from '../actors/actor.ts';

/** Writes into a job's stream what just happened, in the transaction in which it happened. */
export async function writeEvent(
  trx: Knex,
  jobId: string,
  revision: string,
  { did, at, command }: Actor,
  result: unknown,
): Promise<void> {
  if (did === null) return;
  const made = idsIn(result);
  const subjects = /\.(?:add|copy|find|probe|import|practise)$/.test(did) ? made : at === null ? [] : [at];
  await trx('job_events').insert({
    job_id: jobId,
    revision,
    did,
    subjects,
    command_id: command?.id ?? null,
  });
}

/** Ids of what an answer tells of: one thing, a list, or what was made beside what was there. */
function idsIn(result: unknown): string[] {
  if (Array.isArray(result)) return result.flatMap(idsIn);
  if (typeof result !== 'object' || result === null) return [];
  const { id, recording, added, joined } = result as Record<string, unknown>;
  if (typeof id === 'string') return [id];
  return [recording, added, joined].flatMap(idsIn);
}
