import { refsIn, type RefKind, refWord } from '@ulpen/core';
import type { Knex } from 'knex';
import type { z } from 'zod';
import { ProblemError } from '../problems/problem-error.ts';

/** Ids among some that are live parts of a job. */
const OWN: Record<RefKind, string> = {
  unit: 'select id from units where retired_at is null and job_id = ? and id = any(?)',
  connector: `select c.id from connectors c join units u on u.id = c.unit_id
    where c.retired_at is null and u.retired_at is null and u.job_id = ? and c.id = any(?)`,
  cavity: `select v.id from cavities v join connectors c on c.id = v.connector_id join units u on u.id = c.unit_id
    where v.retired_at is null and c.retired_at is null and u.retired_at is null and u.job_id = ? and v.id = any(?)`,
  pair: `select p.id from pairs p join units u on u.id = p.unit_id
    where p.retired_at is null and u.retired_at is null and u.job_id = ? and p.id = any(?)`,
  capture: `select c.id from captures c join pairs p on p.id = c.pair_id join units u on u.id = p.unit_id
    where p.retired_at is null and u.retired_at is null and u.job_id = ? and c.id = any(?)`,
  recording: 'select id from recordings where job_id = ? and id = any(?)',
  target: 'select id from targets where retired_at is null and job_id = ? and id = any(?)',
  photo: 'select id from photos where retired_at is null and job_id = ? and id = any(?)',
};

/**
 * Whatever a value names belongs to the job and is not retired.
 *
 * @param schema shape that the value was read with; what names something is marked there
 * @throws ProblemError (400) at every place where it does not
 */
export async function assertOwnRefs(
  db: Knex,
  jobId: string,
  schema: z.ZodType,
  value: unknown,
): Promise<void> {
  const refs = refsIn(schema, value);
  const own = new Set<string>();
  for (const kind of new Set(refs.map((r) => r.kind))) {
    const names = [...new Set(refs.filter((r) => r.kind === kind).map((r) => r.name))];
    const { rows } = await db.raw<{ rows: { id: string }[] }>(OWN[kind], [jobId, names]);
    for (const { id } of rows) own.add(`${kind} ${id}`);
  }
  const strangers = refs.filter((r) => !own.has(`${r.kind} ${r.name.toLowerCase()}`));
  if (strangers.length > 0)
    throw ProblemError.invalid(
      strangers
        .slice(0, 20)
        .map(({ field, kind }) => ({ field, message: `is no ${refWord(kind)} of this job` })),
    );
}
