import { seededRandom } from '../../quantity/random.ts';
import { encodePcm, wavHeader } from '../wav/write-wav.ts';
import { renderer } from './render.ts';
import type { TestSignal } from './test-signal.ts';

export interface TestFile {
  sampleRate: 44_100 | 48_000;
  bits: 16 | 24;
  /** the same seed makes the same file, byte for byte */
  seed: number;
}

export interface Part {
  signal: TestSignal;
  seconds: number;
}

/**
 * A stereo WAV file of one or more signals in a row, in pieces that are to be joined, so that ten minutes need no
 * more memory than the file itself.
 *
 * @yields the header first, then samples of about a second each
 */
export function* wavOfSignals(parts: readonly Part[], file: TestFile): Generator<Uint8Array<ArrayBuffer>> {
  const { sampleRate, bits, seed } = file;
  const frames = (part: Part) => Math.round(part.seconds * sampleRate);
  yield wavHeader(
    { sampleRate, channels: 2, bits },
    parts.reduce((sum, p) => sum + frames(p), 0),
  );
  const dither = seededRandom(seed ^ 0x5bd1e995);
  for (const part of parts) {
    const render = renderer(part.signal, part.seconds, sampleRate, seed);
    for (let from = 0; from < frames(part); from += sampleRate)
      yield encodePcm(render(from, from + sampleRate), bits, dither);
  }
}
