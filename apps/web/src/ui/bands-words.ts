import { type ResponseAnalysis, shortFrequency } from '@ulpen/core';

const CLASS_WORD: Record<ResponseAnalysis['bandClass'], string> = {
  'full-range': 'full range',
  'low-pass': 'low',
  'high-pass': 'high',
  'band-pass': 'band',
  silent: 'silent',
  unclear: 'unclear',
};

/** `band`, `full range`: the class in a word. */
export function classWord(analysis: ResponseAnalysis): string {
  return CLASS_WORD[analysis.bandClass];
}

/** `70–420`, `–95`, `3.4k–`: where a band starts and ends. */
export function bandEdges({ bandClass, lowHz, highHz }: ResponseAnalysis): string {
  if (bandClass === 'silent') return '';
  const low =
    lowHz !== null && bandClass !== 'low-pass' && bandClass !== 'full-range' ? shortFrequency(lowHz) : '';
  const high =
    highHz !== null && bandClass !== 'high-pass' && bandClass !== 'full-range' ? shortFrequency(highHz) : '';
  if (bandClass === 'full-range')
    return `${lowHz ? shortFrequency(lowHz) : '20'}–${highHz ? shortFrequency(highHz) : '20k'}`;
  return low || high ? `${low}–${high}` : '';
}

/** How sure: the words that the screens use, with the figure for those who ask. */
export function confidenceWord(confidence: number): 'settled' | 'look again' | 'open' {
  return confidence >= 0.9 ? 'settled' : confidence >= 0.6 ? 'look again' : 'open';
}
