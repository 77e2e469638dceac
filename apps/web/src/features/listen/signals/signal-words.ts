import { PINK_RMS_DB, type TestFile, type TestSignal } from '@ulpen/core';

/** `4:05` */
export function timeWords(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** Size of so much sound in a stereo file: `46 MB`. */
export function megabytes(seconds: number, { sampleRate, bits }: TestFile): string {
  const size = (seconds * sampleRate * 2 * bits) / 8 / 1e6;
  return `${size < 10 ? size.toFixed(1) : size.toFixed(0)} MB`;
}

const db = (level: number) => `${level === 0 ? '0' : `−${-level}`} dB`;

/** The true level of a signal, as it stands beside the track. */
export function levelWords(signal: TestSignal): string {
  switch (signal.kind) {
    case 'pink':
    case 'walk':
      return `${db(PINK_RMS_DB)} rms`;
    case 'stepped':
      return `${db(signal.fromDb)} to ${db(signal.toDb)}`;
    case 'silence':
      return '–';
    default:
      return `${db(signal.levelDb)} peak`;
  }
}
