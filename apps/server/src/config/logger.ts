import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { LoggerService } from '@nestjs/common';
import { pino } from 'pino';
import pinoRoll from 'pino-roll';
import type { Config } from './config.ts';

/** A link to the file that is being written. */
export const LOG_FILE = 'current.log';

/**
 * Nest's messages through pino: JSON lines, no bodies, no addresses of people. Into a file that starts anew at 5 MB,
 * with the last five kept, or to the terminal.
 */
export async function createLogger({
  logLevel,
  logFolder,
}: Pick<Config, 'logLevel' | 'logFolder'>): Promise<LoggerService> {
  const options = { level: logLevel, base: null };
  const log = logFolder ? pino(options, await rollingFile(logFolder)) : pino(options);
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

async function rollingFile(folder: string) {
  await mkdir(folder, { recursive: true });
  const file = await pinoRoll({
    file: join(folder, 'server.log'),
    size: '5m',
    limit: { count: 5, removeOtherLogFiles: true },
    symlink: true,
  });
  // A full disk must not end the server; what was to be written stays in memory and follows, or is dropped.
  file.on('error', () => {});
  return file;
}
