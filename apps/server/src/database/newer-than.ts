import type { FastifyReply } from 'fastify';
import type { Knex } from 'knex';
import { z } from 'zod';
import { ProblemError } from '../problems/problem-error.ts';
import { REVISION_HEADER } from '../actors/by.ts';
import { found } from './rows.ts';

/** `?ifNewerThan=12`: the answer is wanted only when the job has gone on since revision 12. */
export const newerThanSchema = z.object({
  ifNewerThan: z.coerce
    .number('a revision is a whole number')
    .int('a revision is a whole number')
    .min(0, 'revisions count from 0')
    .max(Number.MAX_SAFE_INTEGER)
    .optional(),
});
export type NewerThan = z.infer<typeof newerThanSchema>;

/**
 * Says with which revision a view is answered, and whether it is wanted at all: 204 when the client has this state.
 *
 * @throws ProblemError (409) for a revision that was never written here
 */
export async function isWanted(
  db: Knex,
  jobId: string,
  { ifNewerThan }: NewerThan,
  reply: FastifyReply,
): Promise<boolean> {
  const row = found(await db('jobs').where({ id: jobId }).first('revision'), 'job');
  const revision = Number(row.revision);
  void reply.header(REVISION_HEADER, String(revision));
  if (ifNewerThan === undefined || revision > ifNewerThan) return true;
  if (ifNewerThan > revision)
    throw ProblemError.conflict(
      'Unknown revision',
      `This job is at revision ${revision}; ${ifNewerThan} was never written here. Ask without a revision.`,
    );
  void reply.status(204);
  return false;
}
