import { WavError } from './wav-error.ts';

export type SampleFormat = 'pcm16' | 'pcm24' | 'pcm32' | 'float32';

export interface WavFormat {
  sampleRate: number;
  channels: number;
  sample: SampleFormat;
  /** bytes of one sample of all channels */
  frameBytes: number;
}

export interface WavHeader {
  format: WavFormat;
  /** where the samples begin, bytes from the start of the file */
  dataOffset: number;
  /** length of the samples as the file states it, bytes; null where it states none that can be true */
  dataBytes: number | null;
}

const ACCEPTED = 'WAV with PCM of 16, 24 or 32 bits or 32-bit float, one or two channels, is read';
const BYTES: Record<SampleFormat, number> = { pcm16: 2, pcm24: 3, pcm32: 4, float32: 4 };
const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;
/** Rates from a telephone's to the highest of studio devices. */
const RATES = { lowest: 8000, highest: 384_000 };

const text = (view: DataView, at: number) =>
  String.fromCharCode(view.getUint8(at), view.getUint8(at + 1), view.getUint8(at + 2), view.getUint8(at + 3));

/**
 * Reads the header of a WAV file (RIFF; IBM and Microsoft 1991, with the extensible format of 1999) as far as the
 * bytes reach. Chunks before the samples are passed over.
 *
 * @param bytes the beginning of the file
 * @returns null when more bytes are needed
 * @throws WavError when it is no WAV file, or one of a kind that is not read
 */
export function parseWavHeader(bytes: Uint8Array): WavHeader | null {
  if (bytes.length < 12) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const container = text(view, 0);
  if (container === 'RF64' || container === 'BW64')
    throw new WavError(`The file is a WAV of over 4 GB (${container}). ${ACCEPTED}.`);
  if (container !== 'RIFF' || text(view, 8) !== 'WAVE')
    throw new WavError(`The file does not begin like a WAV recording. ${ACCEPTED}.`);
  let format: WavFormat | null = null;
  let at = 12;
  while (at + 8 <= bytes.length) {
    const chunk = text(view, at);
    const size = view.getUint32(at + 4, true);
    if (chunk === 'data') {
      if (!format) throw new WavError('The file has samples before it says what they are; it is damaged.');
      const stated = size === 0 || size >= 0xffffff00 ? null : size;
      return { format, dataOffset: at + 8, dataBytes: stated };
    }
    if (chunk === 'fmt ') {
      if (size < 16) throw new WavError('The header of the recording is cut short.');
      if (at + 8 + Math.min(size, 40) > bytes.length) return null;
      format = parseFormat(view, at + 8, size);
    }
    // Chunks of an odd length are followed by one byte of padding.
    at += 8 + size + (size % 2);
  }
  return null;
}

function parseFormat(view: DataView, at: number, size: number): WavFormat {
  const tag = view.getUint16(at, true);
  const channels = view.getUint16(at + 2, true);
  const sampleRate = view.getUint32(at + 4, true);
  const bits = view.getUint16(at + 14, true);
  // The extensible header keeps the true format in the first two bytes of a 16-byte identifier.
  const kind = tag === EXTENSIBLE && size >= 40 ? view.getUint16(at + 24, true) : tag;
  const sample = sampleFormat(kind, bits);
  if (!sample) throw new WavError(`The recording is in format ${kind} with ${bits} bits. ${ACCEPTED}.`);
  if (channels < 1 || channels > 2)
    throw new WavError(`The recording has ${channels} channels. ${ACCEPTED}.`);
  if (!(sampleRate >= RATES.lowest && sampleRate <= RATES.highest))
    throw new WavError(
      `The recording states ${sampleRate} samples a second; from ${RATES.lowest} to ${RATES.highest} are read.`,
    );
  return { sampleRate, channels, sample, frameBytes: channels * BYTES[sample] };
}

function sampleFormat(kind: number, bits: number): SampleFormat | null {
  if (kind === FLOAT) return bits === 32 ? 'float32' : null;
  if (kind !== PCM) return null;
  return bits === 16 ? 'pcm16' : bits === 24 ? 'pcm24' : bits === 32 ? 'pcm32' : null;
}
