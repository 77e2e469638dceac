import { WavError } from './wav-error.ts';
import { parseWavHeader, type SampleFormat, type WavFormat, type WavHeader } from './wav-header.ts';

/** A header longer than this is no recording. */
const HEADER_LIMIT = 1 << 20;

type Decode = (view: DataView, at: number) => number;
const DECODE: Record<SampleFormat, { bytes: number; read: Decode }> = {
  pcm16: { bytes: 2, read: (view, at) => view.getInt16(at, true) / 0x8000 },
  pcm24: {
    bytes: 3,
    read: (view, at) => (view.getUint16(at, true) + view.getInt8(at + 2) * 0x10000) / 0x800000,
  },
  pcm32: { bytes: 4, read: (view, at) => view.getInt32(at, true) / 0x80000000 },
  float32: { bytes: 4, read: (view, at) => view.getFloat32(at, true) },
};

export interface WavEnd {
  format: WavFormat;
  /** samples read of each channel */
  frames: number;
  /** what was wrong with the file and how it was taken */
  repairs: string[];
}

/**
 * Reads a WAV file as its bytes arrive and hands the samples on in blocks, full scale being 1. Nothing of the file is
 * kept, so that its length costs no memory.
 *
 * @example
 * const reader = new WavReader((channels) => spectrum.push(channels));
 * for await (const bytes of stream) reader.push(bytes);
 * const { frames } = reader.finish();
 */
export class WavReader {
  private head: Uint8Array = new Uint8Array(0);
  private rest: Uint8Array = new Uint8Array(0);
  private header: WavHeader | null = null;
  private frames = 0;
  private wrong = 0;

  /**
   * @param onSamples receives one array a channel; the arrays are its own
   * @param onFormat is told the format before the first samples
   */
  constructor(
    private readonly onSamples: (channels: Float32Array[]) => void,
    private readonly onFormat: (format: WavFormat, statedFrames: number | null) => void = () => {},
  ) {}

  /** @throws WavError when the file is not one that is read */
  push(bytes: Uint8Array): void {
    if (this.header) this.decode(bytes);
    else this.readHeader(bytes);
  }

  /** @throws WavError when there was no sound in the file */
  finish(): WavEnd {
    if (!this.header)
      throw new WavError(
        this.head.length === 0 ? 'The file is empty.' : 'The header of the recording is cut short.',
      );
    if (this.frames === 0) throw new WavError('The recording has a header but no samples.');
    const { format, dataBytes } = this.header;
    const repairs: string[] = [];
    const stated = dataBytes === null ? null : Math.floor(dataBytes / format.frameBytes);
    if (stated === null) repairs.push('The file states no length; everything in it was read.');
    else if (stated > this.frames)
      repairs.push(
        `The file states ${seconds(stated, format)} but ends after ${seconds(this.frames, format)}; what is there was read.`,
      );
    if (this.wrong > 0) repairs.push(`${this.wrong} samples were not numbers and were taken as silence.`);
    return { format, frames: this.frames, repairs };
  }

  private readHeader(bytes: Uint8Array): void {
    this.head = joined(this.head, bytes);
    this.header = parseWavHeader(this.head);
    if (!this.header) {
      if (this.head.length > HEADER_LIMIT)
        throw new WavError('The file has no samples in its first megabyte.');
      return;
    }
    const { format, dataBytes, dataOffset } = this.header;
    this.onFormat(format, dataBytes === null ? null : Math.floor(dataBytes / format.frameBytes));
    const samples = this.head.subarray(dataOffset);
    this.head = new Uint8Array(0);
    this.decode(samples);
  }

  private decode(bytes: Uint8Array): void {
    const { format, dataBytes } = this.header!;
    const whole = this.rest.length > 0 ? joined(this.rest, bytes) : bytes;
    const left = dataBytes === null ? Infinity : Math.floor(dataBytes / format.frameBytes) - this.frames;
    const frames = Math.min(left, Math.floor(whole.length / format.frameBytes));
    this.rest = whole.slice(frames * format.frameBytes);
    if (left <= 0 || frames === 0) {
      // What follows the samples (names, pictures) is not sound.
      if (left <= 0) this.rest = new Uint8Array(0);
      return;
    }
    const view = new DataView(whole.buffer, whole.byteOffset, whole.byteLength);
    const { bytes: size, read } = DECODE[format.sample];
    const channels = Array.from({ length: format.channels }, (_, c) => {
      const out = new Float32Array(frames);
      for (let i = 0, at = c * size; i < frames; i++, at += format.frameBytes) out[i] = read(view, at);
      return out;
    });
    if (format.sample === 'float32') this.mend(channels);
    this.frames += frames;
    this.onSamples(channels);
  }

  private mend(channels: Float32Array[]): void {
    for (const channel of channels)
      for (let i = 0; i < channel.length; i++)
        if (!Number.isFinite(channel[i])) {
          channel[i] = 0;
          this.wrong++;
        }
  }
}

function joined(a: Uint8Array, b: Uint8Array): Uint8Array {
  const whole = new Uint8Array(a.length + b.length);
  whole.set(a);
  whole.set(b, a.length);
  return whole;
}

const seconds = (frames: number, { sampleRate }: WavFormat) => `${(frames / sampleRate).toFixed(1)} s`;
