/** A fault as PostgreSQL or the driver tells it. */
export interface DatabaseFault {
  code?: string;
  constraint?: string;
  table?: string;
  detail?: string;
}

const codeOf = (error: unknown): string => String((error as DatabaseFault | null)?.code ?? '');

/** Two transactions in each other's way: serialisation failure, deadlock. Beginning again helps. */
export const isTransient = (error: unknown): boolean => ['40001', '40P01'].includes(codeOf(error));

const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ENOTFOUND',
  'ETIMEDOUT',
  '57P01', // admin_shutdown
  '57P02', // crash_shutdown
  '57P03', // cannot_connect_now
  '08000',
  '08001',
  '08003',
  '08004',
  '08006',
  '53300', // too_many_connections
  '28000',
  '3D000',
]);
const AWAY_WORDS =
  /Connection terminated|Connection ended|Client has encountered a connection error|not queryable|server closed the connection|timeout exceeded when trying to connect|Unable to acquire a connection/i;

/** PostgreSQL does not answer, or not yet. */
export const isAway = (error: unknown): boolean =>
  AWAY.has(codeOf(error)) ||
  (error instanceof AggregateError && error.errors.some(isAway)) ||
  (error instanceof Error && codeOf(error) === '' && AWAY_WORDS.test(error.message));

/** The disk (or the memory) that PostgreSQL writes to is full. */
export const isFull = (error: unknown): boolean => ['53100', '53200', 'ENOSPC'].includes(codeOf(error));

/** The query waited longer than it may: for a lock, for itself, or for a free connection. */
export const isTooSlow = (error: unknown): boolean =>
  ['55P03', '57014', '25P03'].includes(codeOf(error)) ||
  (error instanceof Error && error.name === 'KnexTimeoutError');
