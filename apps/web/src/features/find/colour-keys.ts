import type { Colour } from '@ulpen/core';

/** The figures of the resistor colour code (IEC 60062), and the two that it does not have. */
export const COLOUR_KEYS: ReadonlyMap<string, Colour> = new Map([
  ['0', 'BK'],
  ['1', 'BN'],
  ['2', 'RD'],
  ['3', 'OG'],
  ['4', 'YE'],
  ['5', 'GN'],
  ['6', 'BU'],
  ['7', 'VT'],
  ['8', 'GY'],
  ['9', 'WH'],
  ['-', 'PK'],
  ['+', 'TQ'],
]);

/** What is typed with one more colour: the second is the stripe, a third one begins anew. */
export function withColour(entry: string, code: Colour): string {
  const words = entry.trim().split(/\s+/).filter(Boolean);
  const at = words.findIndex((w) => /^[A-Z]{2}(?:\/[A-Z]{2})?$/.test(w));
  if (at < 0) return [code, ...words].join(' ');
  const wire = words[at].includes('/') ? code : `${words[at]}/${code}`;
  return words.map((w, n) => (n === at ? wire : w)).join(' ');
}
