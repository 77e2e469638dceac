import knex, { type Knex } from 'knex';
import pg from 'pg';

/** Token under which the database enters. */
export const KNEX = Symbol('KNEX');

/** Counts and revisions come as numbers: none here passes 2^53. */
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

export interface ConnectOptions {
  /** @default 8 */
  connections?: number;
}

/** Longer than any query here takes; a lock, or a transaction that nobody goes on with, holds others up no longer. */
const LIMITS_MS = {
  statement_timeout: 30_000,
  lock_timeout: 8_000,
  idle_in_transaction_session_timeout: 20_000,
};

export function connect(databaseUrl: string, { connections = 8 }: ConnectOptions = {}): Knex {
  return knex({
    client: 'pg',
    connection: {
      connectionString: databaseUrl,
      ...LIMITS_MS,
      connectionTimeoutMillis: 5_000,
      keepAlive: true,
    } as Knex.PgConnectionConfig,
    pool: { min: 0, max: connections },
    acquireConnectionTimeout: 10_000,
  });
}
