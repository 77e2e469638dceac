import type { Way } from '@ulpen/core';

/** Kinds of speaker, as one is chosen from a list. */
export const WAY_WORD: Record<Way, string> = {
  full: 'full range or own crossover',
  woofer: 'woofer',
  midrange: 'midrange',
  tweeter: 'tweeter',
  subwoofer: 'subwoofer',
};
