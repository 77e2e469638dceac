import type { Knex } from 'knex';

/** What is measured belongs to the chapter that its job is in: a value for a column of an insert. */
export const chapterNow = (db: Knex, jobId: string): Knex.QueryBuilder =>
  db('jobs').where({ id: jobId }).select('chapter');
