import type { Knex } from 'knex';
import * as skeleton from './migrations/001-skeleton.ts';
import * as find from './migrations/002-find.ts';
import * as recordings from './migrations/003-recordings.ts';
import * as checks from './migrations/004-checks.ts';
import * as plan from './migrations/005-plan.ts';

const MIGRATIONS: Record<string, Knex.Migration> = {
  '001-skeleton': skeleton,
  '002-find': find,
  '003-recordings': recordings,
  '004-checks': checks,
  '005-plan': plan,
};

/** Brings the database to the newest shape; does nothing when it is there already. */
export async function migrate(knex: Knex): Promise<void> {
  await knex.migrate.latest({
    migrationSource: {
      getMigrations: async () => Object.keys(MIGRATIONS).sort(),
      getMigrationName: (name: string) => name,
      getMigration: async (name: string) => MIGRATIONS[name],
    },
  });
}
