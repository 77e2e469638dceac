import { join } from 'node:path';
import type { LoggerService } from '@nestjs/common';
import { pino } from 'pino';
import pinoRoll from 'pino-roll';
import type { Config } from './config.ts';

export const LOG_FILE = 'server.log';

/**
 * Nest's messages through pino: JSON lines, no bodies, no addresses of people. Into a file that starts anew at 5 MB,
 * with the last five kept, or to the terminal.
 */
export async function createLogger({
  logLevel,
  logFolder,
}: Pick<Config, 'logLevel' | 'logFolder'>): Promise<LoggerService> {
  const options = { level: logLevel, base: null };
  const log = logFolder
    ? pino(
        options,
        await pinoRoll({
          file: join(logFolder, LOG_FILE),
          size: '5m',
          limit: { count: 5 },
          mkdir: true,
        }),
      )
    : pino(options);
  const text = (message: unknown) => (typeof message === 'string' ? message : JSON.stringify(message));
  return {
    log: (message: unknown, context?: string) => log.info({ context }, text(message)),
    error: (message: unknown, stack?: string, context?: string) =>
      log.error({ context, stack }, text(message)),
    warn: (message: unknown, context?: string) => log.warn({ context }, text(message)),
    debug: (message: unknown, context?: string) => log.debug({ context }, text(message)),
    fatal: (message: unknown, context?: string) => log.fatal({ context }, text(message)),
  };
}
