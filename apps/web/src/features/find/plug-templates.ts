import type { ConnectorFields } from '@ulpen/core';

const row = (cavities: number, indent = 0) => ({ cavities, indent });

/** Shapes that come up often, by what one can count. */
export const TEMPLATES: { name: string; rows: ConnectorFields['rows'] }[] = [
  { name: '2 × 8', rows: [row(8), row(8)] },
  { name: '2 × 10', rows: [row(10), row(10)] },
  { name: '2 × 12', rows: [row(12), row(12)] },
  { name: '2 × 6', rows: [row(6), row(6)] },
  { name: '1 × 4', rows: [row(4)] },
  { name: '9 over 10', rows: [row(9, 0.5), row(10)] },
  { name: '3 × 5', rows: [row(5), row(5), row(5)] },
];

export function blankPlug(name: string): ConnectorFields {
  return {
    name,
    rows: TEMPLATES[0].rows,
    view: 'wire',
    corner: 'top-left',
    along: 'rows',
    turning: false,
    latch: 'top',
    keying: 'none',
    shell: null,
    sleeve: 'none',
    confirmed: 'no',
    empty: [],
    note: '',
  };
}
