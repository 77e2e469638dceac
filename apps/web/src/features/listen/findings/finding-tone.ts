import type { Finding } from '@ulpen/core';

export type Tone = 'settled' | 'watch-out' | 'unclear' | 'open';

const OPEN = ['unfinished', 'unchecked'];
const UNCLEAR = ['unclear', 'hint', 'partly', 'uneven', 'not-reached', 'never-clean', 'carrier'];
const WATCH_OUT = [
  'withdrawn',
  'held',
  'active',
  'suspected',
  'fault-with-load',
  'mixed',
  'mono',
  'fixed',
  'reversed',
];

/** Whether a finding is done, needs care in what follows, is unclear, or has not been tested. */
export function toneOf({ verdict }: Pick<Finding, 'verdict'>): Tone {
  if (OPEN.includes(verdict)) return 'open';
  if (UNCLEAR.includes(verdict)) return 'unclear';
  return WATCH_OUT.includes(verdict) ? 'watch-out' : 'settled';
}
