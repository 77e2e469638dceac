import type { Knex } from 'knex';
import * as skeleton from './migrations/001-skeleton.ts';
import * as find from './migrations/002-find.ts';
import * as recordings from './migrations/003-recordings.ts';
import * as checks from './migrations/004-checks.ts';
import * as plan from './migrations/005-plan.ts';
import * as record from './migrations/006-record.ts';
import * as toldReadings from './migrations/007-told-readings.ts';
import * as measuredAgainst from './migrations/008-measured-against.ts';
import * as pins from './migrations/009-pins.ts';
import * as outputEnds from './migrations/010-output-ends.ts';
import * as events from './migrations/011-events.ts';
import * as readingKinds from './migrations/012-reading-kinds.ts';
import * as planRevisions from './migrations/013-plan-revisions.ts';
import * as chaptersAndModels from './migrations/014-chapters-and-models.ts';
import * as usualFigures from './migrations/015-usual-figures.ts';
import * as instruments from './migrations/016-instruments.ts';
import * as wirings from './migrations/017-wirings.ts';

export const MIGRATIONS: Record<string, Knex.Migration> = {
  '001-skeleton': skeleton,
  '002-find': find,
  '003-recordings': recordings,
  '004-checks': checks,
  '005-plan': plan,
  '006-record': record,
  '007-told-readings': toldReadings,
  '008-measured-against': measuredAgainst,
  '009-pins': pins,
  '010-output-ends': outputEnds,
  '011-events': events,
  '012-reading-kinds': readingKinds,
  '013-plan-revisions': planRevisions,
  '014-chapters-and-models': chaptersAndModels,
  '015-usual-figures': usualFigures,
  '016-instruments': instruments,
  '017-wirings': wirings,
};

const sourceOf = (names: readonly string[]) => ({
  getMigrations: async () => [...names].sort(),
  getMigrationName: (name: string) => name,
  getMigration: async (name: string) => MIGRATIONS[name],
});

/**
 * Brings the database to the newest shape; does nothing when it is there already.
 *
 * @param names of migrations, where an earlier shape is wanted
 */
export async function migrate(knex: Knex, names = Object.keys(MIGRATIONS)): Promise<void> {
  await knex.migrate.latest({ migrationSource: sourceOf(names) });
}

/** How a database stands to this build. */
export interface SchemaState {
  /** migrations that the database lacks */
  pending: string[];
  /** migrations that the database has and this build does not know */
  unknown: string[];
  jobs: number;
  /** has had the demo shop, or was started empty */
  begun: boolean;
}

export async function schemaState(knex: Knex): Promise<SchemaState> {
  const has = (table: string) => knex.schema.hasTable(table);
  const applied: string[] = (await has('knex_migrations'))
    ? (await knex('knex_migrations').orderBy('id').select('name')).map((row) => row.name)
    : [];
  const [{ count }] = (await has('jobs')) ? await knex('jobs').count<{ count: number }[]>() : [{ count: 0 }];
  return {
    pending: Object.keys(MIGRATIONS).filter((name) => !applied.includes(name)),
    unknown: applied.filter((name) => !Object.hasOwn(MIGRATIONS, name)),
    jobs: Number(count),
    begun: (await has('marks')) && (await knex('marks').first()) !== undefined,
  };
}

/** @throws Error that says what to do when the database does not fit this build */
export async function assertFits(knex: Knex): Promise<void> {
  const { pending, unknown } = await schemaState(knex);
  if (unknown.length > 0)
    throw new Error(
      `The database was made by a newer Ulpen (${unknown.join(', ')}). Update this one; nothing was changed.`,
    );
  if (pending.length > 0)
    throw new Error(
      `The database is older than this build (${pending.join(', ')} are missing). Start with npm start, which writes a dump and brings it up.`,
    );
}
