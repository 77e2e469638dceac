import type { Feed } from '../../model/plan.ts';
import { formatFrequency } from '../../quantity/frequency.ts';

const MOST_GAPS = 3;

/** What of a needed band a channel does not get: `below 90 Hz`, `from 1 kHz to 2 kHz`. */
export const gapsOf = ({ need: { lowHz, highHz }, missing }: Pick<Feed, 'need' | 'missing'>): string[] =>
  missing.slice(0, MOST_GAPS).map(({ fromHz, toHz }) => {
    if (fromHz <= lowHz * 1.1) return `below ${formatFrequency(toHz)}`;
    if (toHz >= highHz / 1.1) return `above ${formatFrequency(fromHz)}`;
    return fromHz === toHz
      ? `around ${formatFrequency(fromHz)}`
      : `from ${formatFrequency(fromHz)} to ${formatFrequency(toHz)}`;
  });
