import type { ConnectorFields } from '@ulpen/core';

/** Rows as they are typed: `10 + 10`, `9@0.5 + 10`, also `2x8`. A sentence when it is not understood. */
export function readRows(text: string): ConnectorFields['rows'] | string {
  const block = /^\s*(\d+)\s*[x×*]\s*(\d+)\s*$/i.exec(text);
  if (block)
    return Array.from({ length: Math.min(9, Number(block[1])) }, () => ({
      cavities: Number(block[2]),
      indent: 0,
    }));
  const rows: ConnectorFields['rows'] = [];
  for (const part of text.split(/[+/;]/)) {
    const match = /^(\d+)(?:\s*@\s*(\d+(?:[.,]5)?))?$/.exec(part.trim());
    if (!match) return `"${part.trim()}" is no number of cavities: type 10 + 10`;
    rows.push({ cavities: Number(match[1]), indent: Number((match[2] ?? '0').replace(',', '.')) });
  }
  return rows;
}

export const rowsText = (rows: ConnectorFields['rows']) =>
  rows.map((r) => (r.indent > 0 ? `${r.cavities}@${r.indent}` : String(r.cavities))).join(' + ');

/** Cavity numbers as they are typed: `2, 9, 12-14`. */
export function readNumbers(text: string): number[] | string {
  const numbers = new Set<number>();
  for (const part of text.split(/[,;\s]+/).filter(Boolean)) {
    const match = /^(\d+)(?:-(\d+))?$/.exec(part);
    if (!match) return `"${part}" is no cavity number: type 2, 9, 12-14`;
    const last = Math.min(Number(match[2] ?? match[1]), 200);
    for (let n = Number(match[1]); n <= last; n++) numbers.add(n);
  }
  return [...numbers].sort((a, b) => a - b);
}
