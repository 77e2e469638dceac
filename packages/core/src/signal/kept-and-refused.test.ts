import { describe, expect, it } from 'vitest';
import { analyseResponse, quickAnalysis } from './analyse.ts';
import { fractionalOctaveBands } from './bands.ts';
import { ColumnReader } from './columns/column-reader.ts';
import { findNoiseFloor, floorRise, WHITE_NOISE_TILT_DB } from './noise-floor.ts';
import { assertResponse, type Response } from './response.ts';
import { interpolate } from './smooth.ts';

const BANDS = fractionalOctaveBands(12, 20, 20_000).map((b) => b.midHz);
const curve = (of: (hz: number) => number): Response => ({ frequencyHz: BANDS, levelDb: BANDS.map(of) });
/** A second-order low-pass at 200 Hz, down to a floor. */
const lowPassed = (floor: (hz: number) => number) =>
  curve((hz) => 10 * Math.log10(1 / (1 + (hz / 200) ** 4) + 10 ** (floor(hz) / 10)));

describe('what is kept of a judgement', () => {
  it('has the digits that a measurement has: seven of frequency, thousandths of level and phase', () => {
    const frequencyHz = Array.from({ length: 400 }, (_, i) => 20 * 1000 ** (i / 399));
    const { smoothed } = quickAnalysis({
      frequencyHz,
      levelDb: frequencyHz.map((_, i) => -3 + 0.1234567 * Math.sin(i / 40)),
      phaseDeg: frequencyHz.map((_, i) => 10.7654321 * Math.cos(i / 90)),
    });
    expect(smoothed.frequencyHz.length).toBeGreaterThan(100);
    for (const hz of smoothed.frequencyHz) expect(hz).toBe(Number(hz.toPrecision(7)));
    for (const v of [...smoothed.levelDb, ...smoothed.phaseDeg!])
      expect(Math.abs(1000 * v - Math.round(1000 * v))).toBeLessThan(1e-6);
    expect(Math.min(...smoothed.levelDb)).toBeLessThan(-3.1);
    expect(Math.max(...smoothed.phaseDeg!)).toBeGreaterThan(10);
  });

  it('only the whole judgement fits a filter model; a floor that was measured is used as it is', () => {
    const response = lowPassed(() => -50);
    expect(quickAnalysis(response).model).toBeNull();
    const whole = analyseResponse(response);
    expect(whole.model?.lowPass?.order).toBe(2);
    expect(whole.noiseFloorDb).toBeCloseTo(-50, 0);
    expect(analyseResponse(response, { noiseFloorDb: -47 }).noiseFloorDb).toBe(-47);
    // Too few points for anything: nothing is claimed of floor, edges or model.
    const few = analyseResponse({ frequencyHz: [990, 1000, 1010], levelDb: [0, 1, 0.5] });
    expect([few.noiseFloorDb, few.edges, few.passBandDb]).toEqual([null, { low: [], high: [] }, 0.5]);
  });
});

describe('a noise floor', () => {
  const tilt = WHITE_NOISE_TILT_DB;
  it('that is flat is found where it lies', () => {
    expect(
      findNoiseFloor(
        lowPassed(() => -45),
        0,
      ),
    ).toBeCloseTo(-45, 1);
    expect(
      findNoiseFloor(
        lowPassed(() => -200),
        0,
      ),
    ).toBeNull();
    expect(
      findNoiseFloor(
        curve(() => 0),
        0,
      ),
    ).toBeNull();
  });
  it('that rises as white noise does is told at 1 kHz', () => {
    const rising = lowPassed((hz) => -50 + floorRise(hz, tilt));
    expect(findNoiseFloor(rising, 0, tilt)).toBeCloseTo(-50, 1);
    expect(floorRise(1000, tilt)).toBe(0);
    expect(floorRise(4000, tilt)).toBeCloseTo(2 * tilt, 12);
    expect(floorRise(500, tilt)).toBeCloseTo(-tilt, 12);
  });
  it('is no plateau above something that lies lower', () => {
    const shelf = (hz: number) => -30 + floorRise(hz, tilt);
    const above = (lower: number) =>
      curve((hz) => (hz < 200 ? 0 : hz > 2000 && hz < 8000 ? shelf(hz) : lower + (hz > 8000 ? 9 : 0)));
    expect(findNoiseFloor(above(-60), 0, tilt)).toBeNull();
    expect(
      findNoiseFloor(
        curve((hz) => (hz < 200 ? 0 : shelf(hz))),
        0,
        tilt,
      ),
    ).toBeCloseTo(-30, 1);
    // A floor that does not rise is the plateau itself, whatever lies under it at one end.
    expect(
      findNoiseFloor(
        curve((hz) => (hz < 200 ? 0 : hz < 8000 ? -30 : -30 - hz / 400)),
        0,
      ),
    ).toBeCloseTo(-30, 0);
  });
});

describe('a response that cannot be used', () => {
  const good = { frequencyHz: [100, 200, 300], levelDb: [0, 1, 2], phaseDeg: [0, 0, 0] };
  it.each<[string, Partial<Response>, RegExp]>([
    ['a level that is none', { levelDb: [0, 1, NaN] }, /^point 3: level is NaN/],
    ['a phase that is none', { phaseDeg: [0, Infinity, 0] }, /^point 2: phase is Infinity/],
    ['a frequency that falls', { frequencyHz: [100, 300, 200] }, /^point 3: frequencies must rise/],
    ['a frequency twice', { frequencyHz: [100, 100, 200] }, /^point 2: frequencies must rise/],
    ['0 Hz', { frequencyHz: [0, 100, 200] }, /^point 1: frequencies must rise from above 0 Hz, found 0/],
    ['an endless frequency', { frequencyHz: [1, 2, Infinity] }, /^point 3/],
    ['too few levels', { levelDb: [0, 1] }, /differ in length/],
    ['too few phases', { phaseDeg: [0, 1] }, /differ in length/],
    ['one point', { frequencyHz: [100], levelDb: [0], phaseDeg: [0] }, /at least two points/],
  ])('%s is named by its point', (_, part, says) => {
    expect(() => assertResponse({ ...good, ...part })).toThrow(says);
    expect(() => assertResponse(good)).not.toThrow();
  });
});

describe('a straight line between points', () => {
  it('ends at the ends', () => {
    const at = interpolate([1, 2, 4], [10, 20, 0], [0, 1, 1.5, 2, 3, 4, 9]);
    expect(at).toEqual([10, 10, 15, 20, 10, 0, 0]);
  });
});

describe('a file of columns', () => {
  const read = (text: string, piece = text.length) => {
    const reader = new ColumnReader({});
    for (let i = 0; i < text.length; i += piece) reader.push(text.slice(i, i + piece));
    return reader.finish();
  };
  const rows = Array.from({ length: 60 }, (_, i) => `${100 + i}\t${-i}`);
  it('that is empty is said to be, and one of empty lines to hold no numbers', () => {
    expect(() => read('')).toThrow('The file is empty.');
    expect(() => read('\ufeff')).toThrow('The file is empty.');
    for (const text of ['\n', '\r\n', '\n\n'])
      expect(() => read(text)).toThrow('There are no numbers in this file.');
  });
  it('keeps the first ten lines above the numbers as its header, trimmed, and none from below', () => {
    const notes = Array.from({ length: 12 }, (_, i) => `  * note ${i + 1}  `);
    const { header } = read([...notes, ...rows, '* after'].join('\n'));
    expect(header).toEqual(notes.slice(0, 10).map((n) => n.trim()));
    expect(read([...rows, '* after'].join('\n')).header).toEqual([]);
    expect(read(['*  ', '', ...rows].join('\n')).header).toEqual(['*']);
  });
  it('names its columns from the line above the numbers, whatever that is cut by', () => {
    expect(
      read(['Freq(Hz) SPL(dB)', ...rows.map((r) => r.replace('\t', ' '))].join('\n')).layout.names,
    ).toEqual(['Freq(Hz)', 'SPL(dB)']);
    expect(read(['"Frequency";"Level"', ...rows].join('\n')).layout.names).toEqual(['Frequency', 'Level']);
    expect(read(rows.join('\n')).layout.names).toEqual(['Column 1', 'Column 2']);
    expect(read(['Freq one two', ...rows.map((r) => r.replace('\t', ' '))].join('\n')).layout.names).toEqual([
      'Column 1',
      'Column 2',
    ]);
  });
  it('a line of the greatest length is taken, one more is not', () => {
    const long = (n: number) => `* ${'x'.repeat(n - 2)}`;
    const takes = [4095, 4096, 4097, 8192, 100_000].map((n) => {
      try {
        read([long(n), ...rows].join('\n'), 1000);
        return true;
      } catch {
        return false;
      }
    });
    expect(takes).toEqual([true, true, false, false, false]);
    // One that never ends is refused before all of it is kept.
    const endless = new ColumnReader({});
    expect(() => {
      for (let i = 0; i < 5; i++) endless.push('x'.repeat(1000));
    }).toThrow(/longer than 4096/);
  });
});
