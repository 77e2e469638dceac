import { ProblemError } from '../problems/problem-error.ts';

const camel = (name: string) => name.replace(/_([a-z])/g, (_, c: string) => c.toUpperCase());
const snake = (name: string) => name.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);

/** A row of the database as the model names things; dates as ISO text. Order is kept by the database alone. */
export function fromRow<T>(row: Record<string, unknown>): T {
  const { position: _, ...told } = row;
  const entries = Object.entries(told).map(([k, v]) => [camel(k), v instanceof Date ? v.toISOString() : v]);
  return Object.fromEntries(entries) as T;
}

/** Model names as columns. */
export function toRow(value: object): Record<string, unknown> {
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [snake(k), v]));
}

/** Numbers as little-endian doubles, for columns that are read whole. */
export function packNumbers(values: readonly number[]): Buffer {
  const buffer = Buffer.alloc(values.length * 8);
  values.forEach((v, i) => buffer.writeDoubleLE(v, i * 8));
  return buffer;
}

export function unpackNumbers(buffer: Buffer): number[] {
  return Array.from({ length: buffer.length / 8 }, (_, i) => buffer.readDoubleLE(i * 8));
}

/** The row that was asked for, or a 404 that says what was not found. */
export function found<T>(row: T, what: string): NonNullable<T> {
  if (row === undefined || row === null) throw ProblemError.notFound(what);
  return row;
}
