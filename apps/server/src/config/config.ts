import { z } from 'zod';

/** What the server is told by its environment; anything else is refused at the start. */
const environment = z.object({
  ULPEN_DATABASE_URL: z
    .string()
    .startsWith('postgres://', 'ULPEN_DATABASE_URL must be a postgres:// address'),
  ULPEN_HOST: z.string().default('127.0.0.1'),
  ULPEN_PORT: z.coerce.number().int().min(0).max(65_535).default(4310),
  /** names, with commas between, under which it may be opened besides loopback and ULPEN_HOST */
  ULPEN_NAMES: z.string().default(''),
  /** folder of the built page; without it only the API is served */
  ULPEN_WEB: z.string().optional(),
  ULPEN_LOG: z.enum(['silent', 'error', 'warn', 'info']).default('info'),
  /** folder of the log files; without it messages go to the terminal */
  ULPEN_LOG_FOLDER: z.string().optional(),
  ULPEN_CONNECTIONS: z.coerce.number().int().min(1).max(100).default(8),
  /** s within which a request has to have arrived whole */
  ULPEN_BODY_SECONDS: z.coerce.number().min(1).max(3600).default(120),
  /** ends when its standard input does: with the program that started it, whatever ended that */
  ULPEN_WITH_PARENT: z.enum(['yes', 'no']).default('no'),
});

export interface Config {
  databaseUrl: string;
  host: string;
  port: number;
  names: string[];
  webFolder: string | null;
  logLevel: 'silent' | 'error' | 'warn' | 'info';
  logFolder: string | null;
  connections: number;
  bodySeconds: number;
  withParent: boolean;
}

/** @throws Error naming the variable and what it may be */
export function readConfig(from: NodeJS.ProcessEnv): Config {
  const parsed = environment.safeParse(from);
  if (!parsed.success) {
    throw new Error(parsed.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('; '));
  }
  const told = parsed.data;
  return {
    databaseUrl: told.ULPEN_DATABASE_URL,
    host: told.ULPEN_HOST,
    port: told.ULPEN_PORT,
    names: told.ULPEN_NAMES.split(',')
      .map((name) => name.trim().toLowerCase())
      .filter(Boolean),
    webFolder: told.ULPEN_WEB ?? null,
    logLevel: told.ULPEN_LOG,
    logFolder: told.ULPEN_LOG_FOLDER ?? null,
    connections: told.ULPEN_CONNECTIONS,
    bodySeconds: told.ULPEN_BODY_SECONDS,
    withParent: told.ULPEN_WITH_PARENT === 'yes',
  };
}
