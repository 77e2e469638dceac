import { describe, expect, it } from 'vitest';
import { guessOutput, guessOutputs, type NamedCurve } from './guess-output.ts';

const at = (id: string) => {
  const [side, axle, way] = id.split(' ');
  return { id, side, axle, way } as Parameters<typeof guessOutput>[1][number];
};
const TWO_WAY = [
  'left front woofer',
  'left front tweeter',
  'right front woofer',
  'right front tweeter',
  'left rear full',
  'right rear full',
  'mono other subwoofer',
].map(at);

type Band = NamedCurve['analysis'];
const LOWS: Band = { bandClass: 'low-pass', lowHz: null, highHz: 2000 };
const HIGHS: Band = { bandClass: 'high-pass', lowHz: 2000, highHz: null };
const ALL: Band = { bandClass: 'full-range', lowHz: null, highHz: null };
const DEEP: Band = { bandClass: 'low-pass', lowHz: null, highHz: 90 };
const UNCLEAR: Band = { bandClass: 'unclear', lowHz: null, highHz: null };

describe('the output that a file was taken from', () => {
  it.each([
    ['front left woofer.txt', LOWS, 'left front woofer', 'name'],
    ['FL.csv', LOWS, 'left front woofer', 'name and band'],
    ['FL_high.csv', HIGHS, 'left front tweeter', 'name'],
    ['RearRight.frd', ALL, 'right rear full', 'name'],
    ['hinten links.txt', ALL, 'left rear full', 'name'],
    ['sub.txt', DEEP, 'mono other subwoofer', 'name'],
    ['measurement 3.txt', DEEP, 'mono other subwoofer', 'band'],
    ['dash tweeter left.txt', UNCLEAR, 'left front tweeter', 'name'],
  ] as const)('%s', (fileName, analysis, pairId, because) => {
    expect(guessOutput({ fileName, analysis }, TWO_WAY)).toMatchObject({ pairId, because, doubt: null });
  });

  it.each([
    ['named one thing, carries another', 'FL tweeter.txt', LOWS, 'named tweeter, but carries lows only'],
    ['a name of no output', 'centre.txt', ALL, 'no output of that name'],
    ['either side', 'front woofer.txt', LOWS, 'fits more than one output'],
    ['nothing said and two of them', 'take 2.txt', ALL, 'fits more than one output'],
    ['a band that says nothing', 'FL.txt', UNCLEAR, 'fits more than one output'],
    [
      'a band that a woofer may have too',
      'take 4.txt',
      { ...DEEP, highHz: 200 },
      'fits more than one output',
    ],
  ] as const)('is left to a person: %s', (_, fileName, analysis, doubt) => {
    expect(guessOutput({ fileName, analysis }, TWO_WAY)).toMatchObject({ pairId: null, doubt });
  });

  it.each([
    ['sub step 12.txt', 12],
    ['sub_vol30.txt', 30],
    ['Sub Lautstärke 8.txt', 8],
    ['sub 2026-11-28.txt', null],
    ['sub step 900.txt', null],
  ])('reads the volume step of %s', (fileName, volumeStep) => {
    expect(guessOutput({ fileName, analysis: DEEP }, TWO_WAY)).toMatchObject({
      pairId: 'mono other subwoofer',
      volumeStep,
    });
  });

  it('two files of one output differ by their step, or are left to a person', () => {
    const of = (...names: string[]) =>
      guessOutputs(
        names.map((fileName) => ({ fileName, analysis: DEEP })),
        TWO_WAY,
      ).map((g) => g.pairId !== null);
    expect(of('sub step 10.txt', 'sub step 20.txt')).toEqual([true, true]);
    expect(of('sub.txt', 'sub again.txt')).toEqual([false, false]);
  });
});
