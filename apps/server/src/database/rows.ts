import { ProblemError } from '../problems/problem-error.ts';

const camel = (name: string) => name.replace(/_([a-z])/g, (_, c: string) => c.toUpperCase());
const snake = (name: string) => name.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);

const camelNames = new Map<string, string>();
function camelName(column: string): string {
  let name = camelNames.get(column);
  if (name === undefined) camelNames.set(column, (name = camel(column)));
  return name;
}

/** Kept by the database alone: order, who wrote when by which clock, and what was retired. */
const OWN = new Set(['position', 'actor_id', 'device_at', 'server_at', 'retired_at']);

/** A row of the database as the model names things; dates as ISO text. */
export function fromRow<T>(row: Record<string, unknown>): T {
  const told: Record<string, unknown> = {};
  for (const column in row) {
    if (OWN.has(column)) continue;
    const value = row[column];
    told[camelName(column)] = value instanceof Date ? value.toISOString() : value;
  }
  return told as T;
}

/** The same with the moment at which it was retired, for the record that a job file keeps. */
export function fromRowWithRetired<T>(row: Record<string, unknown>): T & { retiredAt: string | null } {
  const retired = row['retired_at'] as Date | null;
  return { ...fromRow<T>(row), retiredAt: retired && retired.toISOString() };
}

/** Model names as columns. */
export function toRow(value: object): Record<string, unknown> {
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [snake(k), v]));
}

/** Numbers as little-endian doubles, for columns that are read whole. */
export function packNumbers(values: ArrayLike<number>): Buffer {
  return Buffer.from(Float64Array.from(values).buffer);
}

export function unpackNumbers(buffer: Buffer): number[] {
  return Array.from({ length: buffer.length / 8 }, (_, i) => buffer.readDoubleLE(i * 8));
}

/** The row that was asked for, or a 404 that says what was not found. */
export function found<T>(row: T, what: string): NonNullable<T> {
  if (row === undefined || row === null) throw ProblemError.notFound(what);
  return row;
}
