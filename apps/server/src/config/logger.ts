import type { LoggerService } from '@nestjs/common';
import { pino } from 'pino';
import type { Config } from './config.ts';

/** Nest's messages through pino: JSON lines, no bodies, no addresses of people. */
export function createLogger(level: Config['logLevel']): LoggerService {
  const log = pino({ level, base: null });
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
