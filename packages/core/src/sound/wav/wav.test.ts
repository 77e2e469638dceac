import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../quantity/random.ts';
import { encodePcm, wavHeader } from './write-wav.ts';
import { WavReader } from './wav-reader.ts';

/** A WAV file put together by hand, not by the code under test. */
function fileOf(options: {
  tag?: number;
  bits: number;
  channels?: number;
  rate?: number;
  samples: Uint8Array;
  statedBytes?: number;
  extensible?: boolean;
  before?: string;
}): Uint8Array {
  const { tag = 1, bits, channels = 1, rate = 48_000, samples, extensible = false, before } = options;
  const bytes: number[] = [];
  const text = (s: string) => bytes.push(...[...s].map((c) => c.charCodeAt(0)));
  const int = (v: number, size: number) => {
    for (let i = 0; i < size; i++) bytes.push(Math.floor(v / 256 ** i) % 256);
  };
  text('RIFF');
  int(0, 4);
  text('WAVE');
  if (before !== undefined) {
    text('LIST');
    int(before.length, 4);
    text(before);
    if (before.length % 2 === 1) int(0, 1);
  }
  text('fmt ');
  int(extensible ? 40 : 16, 4);
  int(extensible ? 0xfffe : tag, 2);
  int(channels, 2);
  int(rate, 4);
  int((rate * channels * bits) / 8, 4);
  int((channels * bits) / 8, 2);
  int(bits, 2);
  if (extensible) {
    int(22, 2);
    int(bits, 2);
    int(3, 4);
    int(tag, 2);
    int(0, 14);
  }
  text('data');
  int(options.statedBytes ?? samples.length, 4);
  return Uint8Array.from([...bytes, ...samples]);
}

function read(file: Uint8Array, cuts: readonly number[] = []) {
  const channels: number[][] = [[], []];
  const reader = new WavReader((block) => block.forEach((samples, c) => channels[c].push(...samples)));
  let from = 0;
  for (const cut of [...cuts, file.length]) {
    reader.push(file.subarray(from, cut));
    from = cut;
  }
  return { ...reader.finish(), channels };
}

const float = (values: number[]) => new Uint8Array(Float32Array.from(values).buffer);

describe('reading WAV', () => {
  it.each([
    ['16 bits', 1, 16, new Uint8Array(Int16Array.from([0, 16_384, -32_768]).buffer), [0, 0.5, -1]],
    ['24 bits', 1, 24, Uint8Array.from([0, 0, 0, 0, 0, 0x40, 0, 0, 0x80]), [0, 0.5, -1]],
    ['32 bits', 1, 32, new Uint8Array(Int32Array.from([0, 2 ** 30, -(2 ** 31)]).buffer), [0, 0.5, -1]],
    ['float', 3, 32, float([0, 0.5, -1]), [0, 0.5, -1]],
  ])('%s, plain and extensible, with other chunks before', (_, tag, bits, samples, wanted) => {
    expect(read(fileOf({ tag, bits, samples })).channels[0]).toEqual(wanted);
    expect(read(fileOf({ tag, bits, samples, extensible: true, before: 'odd' })).channels[0]).toEqual(wanted);
  });

  it('gives the same wherever the bytes are cut', () => {
    const random = seededRandom(3);
    const samples = Uint8Array.from({ length: 600 }, () => Math.floor(random.next() * 256));
    const file = fileOf({ bits: 24, channels: 2, samples, extensible: true });
    const whole = read(file);
    expect(whole.frames).toBe(100);
    fc.assert(
      fc.property(fc.array(fc.nat(file.length), { maxLength: 8 }), (cuts) => {
        expect(
          read(
            file,
            [...cuts].sort((a, b) => a - b),
          ),
        ).toEqual(whole);
      }),
    );
  });

  it.each([
    ['nothing', new Uint8Array(0), /empty/],
    ['text', new TextEncoder().encode('20 0.1\n30 0.2\n40 0.3'), /not begin like a WAV/],
    ['a header cut short', fileOf({ bits: 16, samples: new Uint8Array(4) }).subarray(0, 30), /cut short/],
    ['a header alone', fileOf({ bits: 16, samples: new Uint8Array(0), statedBytes: 400 }), /no samples/],
    ['8 bits', fileOf({ bits: 8, samples: new Uint8Array(4) }), /8 bits.*16, 24 or 32/],
    ['6 channels', fileOf({ bits: 16, channels: 6, samples: new Uint8Array(24) }), /6 channels/],
    ['compressed', fileOf({ tag: 85, bits: 16, samples: new Uint8Array(4) }), /format 85/],
    ['a rate of 100', fileOf({ bits: 16, rate: 100, samples: new Uint8Array(4) }), /100 samples a second/],
  ])('refuses %s and says what is read', (_, file, words) => {
    expect(() => read(file)).toThrow(words);
  });

  it('takes what is there when the stated length is wrong, and says so', () => {
    const samples = new Uint8Array(96_000);
    const longer = read(fileOf({ bits: 16, samples, statedBytes: 960_000 }));
    expect([longer.frames, longer.repairs]).toEqual([
      48_000,
      ['The file states 10.0 s but ends after 1.0 s; what is there was read.'],
    ]);
    const none = read(fileOf({ bits: 16, samples, statedBytes: 0 }));
    expect([none.frames, none.repairs[0]]).toEqual([
      48_000,
      'The file states no length; everything in it was read.',
    ]);
    const trailing = read(fileOf({ bits: 16, samples, statedBytes: 48_000 }));
    expect([trailing.frames, trailing.repairs]).toEqual([24_000, []]);
  });

  it('takes numbers that are none as silence', () => {
    const { channels, repairs } = read(
      fileOf({ tag: 3, bits: 32, samples: float([0.5, NaN, Infinity, -0.5]) }),
    );
    expect(channels[0]).toEqual([0.5, 0, 0, -0.5]);
    expect(repairs[0]).toMatch(/^2 samples/);
  });

  it.each([16, 24] as const)('reads what it writes in %i bits, to within its dither', (bits) => {
    const random = seededRandom(9);
    const wave = Float32Array.from({ length: 500 }, () => random.between(-0.99, 0.99));
    const file = [wavHeader({ sampleRate: 44_100, channels: 1, bits }, 500), encodePcm([wave], bits, random)];
    const { channels, format } = read(Uint8Array.from([...file[0], ...file[1]]));
    expect(format.sampleRate).toBe(44_100);
    const off = channels[0].map((v, i) => Math.abs(v - wave[i]) * 2 ** (bits - 1));
    expect(Math.max(...off)).toBeLessThan(1.6);
  });
});
