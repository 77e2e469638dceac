import { z } from 'zod';

/** What the server is told by its environment; anything else is refused at the start. */
const environment = z.object({
  ULPEN_DATABASE_URL: z
    .string()
    .startsWith('postgres://', 'ULPEN_DATABASE_URL must be a postgres:// address'),
  ULPEN_HOST: z.string().default('127.0.0.1'),
  ULPEN_PORT: z.coerce.number().int().min(0).max(65_535).default(4310),
  /** folder of the built page; without it only the API is served */
  ULPEN_WEB: z.string().optional(),
  ULPEN_LOG: z.enum(['silent', 'error', 'warn', 'info']).default('info'),
});

export interface Config {
  databaseUrl: string;
  host: string;
  port: number;
  webFolder: string | null;
  logLevel: 'silent' | 'error' | 'warn' | 'info';
}

/** @throws Error naming the variable and what it may be */
export function readConfig(from: NodeJS.ProcessEnv): Config {
  const parsed = environment.safeParse(from);
  if (!parsed.success) {
    throw new Error(parsed.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('; '));
  }
  const { ULPEN_DATABASE_URL, ULPEN_HOST, ULPEN_PORT, ULPEN_WEB, ULPEN_LOG } = parsed.data;
  return {
    databaseUrl: ULPEN_DATABASE_URL,
    host: ULPEN_HOST,
    port: ULPEN_PORT,
    webFolder: ULPEN_WEB ?? null,
    logLevel: ULPEN_LOG,
  };
}
