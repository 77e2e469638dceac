/** Who writes where nobody signs in. */
const THE_BENCH = '00000000-0000-4000-8000-00000000be0c';

/**
 * Columns of a record, as SQL: by whom it was written and when, by the writer's own clock and by the server's. Used by
 * migrations from 009 on, and held by a test like them.
 */
export const ACTOR_COLUMNS = [
  `actor_id uuid not null references actors (id)
    default coalesce(nullif(current_setting('ulpen.actor', true), '')::uuid, '${THE_BENCH}')`,
  `device_at timestamptz default nullif(current_setting('ulpen.device_at', true), '')::timestamptz`,
  `server_at timestamptz default now()`,
] as const;
