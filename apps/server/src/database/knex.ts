import knex, { type Knex } from 'knex';

/** Token under which the database enters. */
export const KNEX = Symbol('KNEX');

export function connect(databaseUrl: string): Knex {
  return knex({
    client: 'pg',
    connection: databaseUrl,
    pool: { min: 0, max: 8 },
    acquireConnectionTimeout: 10_000,
  });
}
