import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatDb } from './decibel.ts';
import { formatFrequency, parseFrequency, shortFrequency } from './frequency.ts';

describe('parseFrequency', () => {
  it.each([
    ['80', 80],
    ['80 Hz', 80],
    ['80hz', 80],
    ['3.4k', 3400],
    ['3,4 kHz', 3400],
    ['  12 KHZ ', 12_000],
    ['.5k', 500],
    ['0,05 kHz', 50],
  ])('reads %j', (text, hz) => expect(parseFrequency(text)).toBeCloseTo(hz, 9));

  it.each(['', '0', '-80', '80 V', 'k', '1.2.3', '1e3', 'eighty', '80 80', '∞'])('refuses %j', (text) =>
    expect(parseFrequency(text)).toBeNull(),
  );
});

describe('formatFrequency', () => {
  it.each([
    [20, '20 Hz'],
    [72.4, '72 Hz'],
    [419, '420 Hz'],
    [999.4, '1 kHz'],
    [1000, '1 kHz'],
    [3576, '3.6 kHz'],
    [12_040, '12 kHz'],
  ])('writes %d as %s', (hz, text) => expect(formatFrequency(hz)).toBe(text));

  it('is read back within its two digits', () => {
    fc.assert(
      fc.property(fc.double({ min: 10, max: 40_000, noNaN: true }), (hz) => {
        const back = parseFrequency(formatFrequency(hz))!;
        expect(Math.abs(back / hz - 1)).toBeLessThan(0.051);
        expect(parseFrequency(shortFrequency(hz))).toBeCloseTo(back, 6);
      }),
    );
  });
});

describe('formatDb', () => {
  it.each([
    [1.84, '+1.8'],
    [-3, '−3.0'],
    [0, '0.0'],
    [-0.04, '0.0'],
  ])('writes %d as %s', (db, text) => expect(formatDb(db)).toBe(text));
});
