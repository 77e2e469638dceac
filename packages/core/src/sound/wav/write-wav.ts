import type { Random } from '../../quantity/random.ts';

export interface WavTarget {
  sampleRate: number;
  channels: number;
  bits: 16 | 24;
}

/** The 44 bytes before the samples of a PCM file. @param frames samples of each channel */
export function wavHeader(
  { sampleRate, channels, bits }: WavTarget,
  frames: number,
): Uint8Array<ArrayBuffer> {
  const frameBytes = (channels * bits) / 8;
  const view = new DataView(new ArrayBuffer(44));
  const word = (at: number, text: string) =>
    [...text].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  word(0, 'RIFF');
  view.setUint32(4, 36 + frames * frameBytes, true);
  word(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * frameBytes, true);
  view.setUint16(32, frameBytes, true);
  view.setUint16(34, bits, true);
  word(36, 'data');
  view.setUint32(40, frames * frameBytes, true);
  return new Uint8Array(view.buffer);
}

/**
 * Samples as PCM, channels interleaved. Values beyond full scale are held at it. With `random`, triangular dither of
 * two steps is added, so that low levels keep no distortion of their own (Lipshitz, Wannamaker & Vanderkooy 1992).
 *
 * @param channels one array a channel, full scale 1, all of one length
 */
export function encodePcm(
  channels: readonly Float32Array[],
  bits: 16 | 24,
  random: Random | null,
): Uint8Array<ArrayBuffer> {
  const frames = channels[0].length;
  const bytes = bits / 8;
  const full = 2 ** (bits - 1);
  const view = new DataView(new ArrayBuffer(frames * channels.length * bytes));
  let at = 0;
  for (let i = 0; i < frames; i++) {
    for (const channel of channels) {
      // Silence stays silence.
      const dither = random && channel[i] !== 0 ? random.next() - random.next() : 0;
      const value = Math.max(-full, Math.min(full - 1, Math.round(channel[i] * full + dither)));
      if (bits === 16) view.setInt16(at, value, true);
      else {
        view.setUint16(at, value & 0xffff, true);
        view.setInt8(at + 2, value >> 16);
      }
      at += bytes;
    }
  }
  return new Uint8Array(view.buffer);
}
