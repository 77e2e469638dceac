import { complexZeros, inverseTransform, transform } from '../spectrum/fft-plans.ts';

/** Samples that the first look at the delay is taken from, s; the next power of two below. */
const LOOK = 1.5;
/** Latency of processed outputs stays under this, s. */
const REACH = 0.25;
/** Less is left to the finer search, and does not harm the spectra, s. */
const WORTHWHILE = 0.004;
/** A peak this many times above the scatter of all delays is one. */
const CLEAR = 8;

/**
 * Rough delay of the second of two channels against the first by the phase of their cross-spectrum alone (phase
 * transform; Knapp & Carter 1976), good to a sample or two. Spectra of segments need it: a delay of a tenth of a
 * segment would cost a tenth of the coherence.
 *
 * @param first and @param second samples of the same time, of one power-of-two length
 * @returns samples by which the second is later; 0 where no delay stands out
 */
export function roughDelay(first: Float32Array, second: Float32Array, sampleRate: number): number {
  const size = first.length;
  const work = complexZeros(size);
  for (let i = 0; i < size; i++) {
    const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size);
    work[2 * i] = first[i] * window;
    work[2 * i + 1] = second[i] * window;
  }
  const z = transform(size, work);
  const cross = complexZeros(size);
  for (let k = 1; k < size / 2; k++) {
    const m = size - k;
    const [ar, ai] = [z[2 * k] + z[2 * m], z[2 * k + 1] - z[2 * m + 1]];
    const [br, bi] = [z[2 * k + 1] + z[2 * m + 1], z[2 * m] - z[2 * k]];
    const re = ar * br + ai * bi;
    const im = ar * bi - ai * br;
    const length = Math.hypot(re, im);
    if (!(length > 0)) continue;
    cross[2 * k] = re / length;
    cross[2 * k + 1] = im / length;
  }
  const correlation = inverseTransform(size, cross);
  const reach = Math.min(size / 4, Math.round(REACH * sampleRate));
  let best = 0;
  let squares = 0;
  const at = (n: number) => Math.abs(correlation[2 * ((n + size) % size)]);
  for (let n = -reach; n <= reach; n++) {
    squares += at(n) ** 2;
    if (at(n) > at(best)) best = n;
  }
  const scatter = Math.sqrt(squares / (2 * reach + 1));
  return at(best) > CLEAR * scatter && Math.abs(best) > WORTHWHILE * sampleRate ? best : 0;
}

/**
 * Passes two channels on with the rough delay between them taken out. It keeps what it has until the delay is known.
 */
export class Alignment {
  private readonly look: number;
  private queues: [Float32Array, Float32Array] = [new Float32Array(0), new Float32Array(0)];
  private known = false;
  /** samples by which the second channel was moved earlier */
  samples = 0;

  constructor(
    private readonly sampleRate: number,
    private readonly onSamples: (block: [Float32Array, Float32Array]) => void,
  ) {
    this.look = 2 ** Math.floor(Math.log2(LOOK * sampleRate));
  }

  push([first, second]: readonly Float32Array[]): void {
    this.queues = [joined(this.queues[0], first), joined(this.queues[1], second)];
    if (!this.known && this.queues[0].length >= this.look) this.settle(this.look);
    if (this.known) this.passOn();
  }

  /** Whatever is still kept; call once at the end. */
  finish(): void {
    if (!this.known) {
      const length = this.queues[0].length;
      if (length >= 1024) this.settle(2 ** Math.floor(Math.log2(length)));
      this.passOn();
    }
  }

  private settle(length: number): void {
    const [first, second] = this.queues;
    this.samples = roughDelay(first.subarray(0, length), second.subarray(0, length), this.sampleRate);
    this.known = true;
    this.queues = [first.slice(Math.max(0, -this.samples)), second.slice(Math.max(0, this.samples))];
  }

  private passOn(): void {
    const [first, second] = this.queues;
    const length = Math.min(first.length, second.length);
    if (length === 0) return;
    this.onSamples([first.subarray(0, length), second.subarray(0, length)]);
    this.queues = [first.slice(length), second.slice(length)];
  }
}

function joined(a: Float32Array, b: Float32Array): Float32Array {
  if (a.length === 0) return b;
  const whole = new Float32Array(a.length + b.length);
  whole.set(a);
  whole.set(b, a.length);
  return whole;
}
