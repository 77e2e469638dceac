import type { BetweenOutputs, RecordingRecord } from '@ulpen/core';

/** An effective value or peak re full scale: `−12.3 dB`. */
export function dbWords(value: number): string {
  if (!(value > 1e-9)) return 'nothing';
  const db = 20 * Math.log10(value);
  return `${db < 0 ? '−' : ''}${Math.abs(db).toFixed(1)} dB`;
}

/** A ratio as percent, finely where it is small: `0.03 %`, `4.1 %`. */
export const percentWords = (ratio: number): string => `${(100 * ratio).toFixed(ratio < 0.01 ? 2 : 1)} %`;

export const PLAYED_WORD: Record<RecordingRecord['played'], string> = {
  pink: 'pink noise',
  white: 'white noise',
  tone: 'a tone or stepped tone',
  silence: 'silence',
  music: 'music or something else',
};

/**
 * When the second output comes against the first: `0.42 ms later, ±13 µs`.
 *
 * @param error one standard deviation, s
 */
export function delayWords(delay: number | null, error: number | null = null): string {
  if (delay === null) return 'not told';
  if (Math.abs(delay) < 10e-6) return 'none';
  const size = Math.abs(delay);
  const text = size < 1e-3 ? `${(size * 1e6).toFixed(0)} µs` : `${(size * 1e3).toFixed(2)} ms`;
  const known = error === null ? '' : `, ±${Math.max(1, error * 1e6).toFixed(0)} µs`;
  return `${text} ${delay > 0 ? 'later' : 'earlier'}${known}`;
}

export const POLARITY_WORD: Record<BetweenOutputs['polarity'], string> = {
  same: 'same',
  reversed: 'reversed',
  unclear: 'unclear',
};
