import type { Way } from '../model/words.ts';

export interface TypicalBand {
  lowHz: number;
  highHz: number;
}

/** What drivers of each kind are usually given, Hz: an assumption until it is measured. */
export const TYPICAL_BANDS: Record<Way, TypicalBand> = {
  full: { lowHz: 60, highHz: 16_000 },
  woofer: { lowHz: 50, highHz: 500 },
  midrange: { lowHz: 300, highHz: 4000 },
  tweeter: { lowHz: 3500, highHz: 20_000 },
  subwoofer: { lowHz: 25, highHz: 120 },
};
