import { describe, expect, it } from 'vitest';
import { putBack } from './job-file-zip.ts';
import { outputsOfVersion7 } from './outputs-of-version-7.ts';

interface Now {
  units: {
    pairs: { ends: { sign: string; cavityId: string }[]; placeText: string; statedPolarity: string }[];
  }[];
  sheets: { claims: { cavityId: string; sign: string; wire: string }[] }[];
}
const GONE = '2026-11-03T11:00:00.000Z';
const plug = (name: string, part: object = {}) => ({
  key: name,
  name,
  rows: [{ cavities: 4 }, { cavities: 4 }],
  empty: [8],
  ...part,
});
const old = (part: object = {}) => ({
  plug: 'C1',
  plusCavity: 3,
  minusCavity: 4,
  plusWire: '',
  minusWire: '',
  polarity: 'normal',
  polarityStanding: 'assumed',
  ...part,
});
const now = (pairs: object[], part: object = {}, unit: object = {}) =>
  outputsOfVersion7({
    job: {},
    units: [{ key: 'u1', kind: 'amplifier', connectors: [plug('C1')], pairs, ...unit }],
    readings: [],
    sheets: [],
    ...part,
  }) as unknown as Now;
const placed = (...given: Parameters<typeof now>) =>
  now(...given)
    .units.flatMap((u) => u.pairs)
    .map((p) => p.placeText || p.ends.map((e) => `${e.sign} ${e.cavityId}`).join(', '));

describe('outputs that named their place by text', () => {
  it('of the one drawn plug of that name, however it was written', () => {
    expect(placed([old()])).toEqual(['plus C1:3, minus C1:4']);
    expect(placed([old({ plug: ' c1 ' })])).toEqual(['plus C1:3, minus C1:4']);
    expect(placed([old({ minusCavity: null })])).toEqual(['plus C1:3']);
    expect(placed([old({ plusCavity: 1, minusCavity: 7 })])).toEqual(['plus C1:1, minus C1:7']);
  });
  it.each([
    ['there is no such plug', { plug: 'C2' }, 'C2 · 3/4'],
    ['nothing was written', { plug: '', plusCavity: null, minusCavity: null }, ''],
    ['a cavity that is not there', { minusCavity: 9 }, 'C1 · 3/9'],
    ['cavity none', { minusCavity: 0 }, 'C1 · 3/0'],
    ['half a cavity', { minusCavity: 3.5 }, 'C1 · 3/3.5'],
    ['an empty one', { minusCavity: 8 }, 'C1 · 3/8'],
    ['with its colours', { plug: 'C2', plusWire: 'BN/WH', minusWire: 'BN' }, 'C2 · 3/4, BN/WH and BN'],
  ])('stays text where %s', (_, part, text) => expect(placed([old(part)])).toEqual([text]));
  it('of a retired plug nothing is left, and of two with one name the own unit’s counts', () => {
    expect(placed([old()], {}, { connectors: [plug('C1', { retiredAt: GONE })] })).toEqual(['C1 · 3/4']);
    const other = { key: 'u2', kind: 'radio', connectors: [plug('C1', { key: 'other' })], pairs: [] };
    const both = (own: object[]) => {
      const units = [{ key: 'u1', kind: 'amplifier', connectors: own, pairs: [old()] }, other];
      return placed([], { units });
    };
    expect(both([plug('C1')])).toEqual(['plus C1:3, minus C1:4']);
    expect(both([])).toEqual(['plus other:3, minus other:4']);
    const third = { key: 'u3', kind: 'radio', connectors: [plug('C1', { key: 'third' })], pairs: [] };
    const units = [{ key: 'u1', kind: 'amplifier', connectors: [], pairs: [old()] }, other, third];
    expect(placed([], { units })).toEqual(['C1 · 3/4']);
  });
  it('two that share a cavity both stay text, unless one is retired', () => {
    const words = 'C1 · 3/4, named by two outputs';
    expect(placed([old(), old({ minusCavity: 5 })])).toEqual([words, 'C1 · 3/5, named by two outputs']);
    expect(placed([old(), old({ plusCavity: 5, minusCavity: 6 })])).toEqual([
      'plus C1:3, minus C1:4',
      'plus C1:5, minus C1:6',
    ]);
    expect(placed([old(), old({ retiredAt: GONE })])).toEqual([
      'plus C1:3, minus C1:4',
      'plus C1:3, minus C1:4',
    ]);
  });
  it('typed colours become claims where nobody read the wire', () => {
    const seen = (wire: string, part: object = {}, unsure = false) => ({
      cavityId: 'C1:3',
      observation: { kind: 'seen', wire, unsure },
      withdrawnAt: null,
      ...part,
    });
    const claims = (readings: object[], wires: object = { plusWire: 'BN/WH', minusWire: 'brown' }) =>
      now([old(wires)], { readings }).sheets.flatMap((s) => s.claims.map((c) => `${c.sign} ${c.wire}`));
    expect(claims([])).toEqual(['plus BN/WH']);
    expect(claims([seen('BN/WH')])).toEqual([]);
    expect(claims([seen('RD')])).toEqual(['plus BN/WH']);
    expect(claims([seen('BN/WH', {}, true)])).toEqual(['plus BN/WH']);
    expect(claims([seen('BN/WH', { withdrawnAt: GONE })])).toEqual(['plus BN/WH']);
    expect(claims([], { plusWire: 'RD', minusWire: 'BK' })).toEqual(['plus RD', 'minus BK']);
  });
  it('a polarity that nobody stated is not known', () => {
    const stated = (part: object) => now([old(part)]).units[0].pairs[0].statedPolarity;
    expect(stated({})).toBe('unknown');
    expect(stated({ polarityStanding: 'measured' })).toBe('normal');
    expect(stated({ polarity: 'reversed' })).toBe('reversed');
  });
});

describe('arrays and pictures of a zipped job', () => {
  const doubles = (...numbers: number[]) => new Uint8Array(Float64Array.from(numbers).buffer);
  const job = (response: unknown, content: unknown = null) => ({
    units: [{ pairs: [{ captures: [{ response }] }] }],
    photos: content === null ? [] : [{ content }],
  });
  it('are put back where they are named', () => {
    const content = job({ array: 'a', points: 2 }, { attachment: 'p' });
    const picture = Uint8Array.of(1, 2);
    expect(putBack(content, { a: doubles(20, 40, -3, 0), p: picture })).toBeNull();
    expect(content.units[0].pairs[0].captures[0].response).toEqual({
      frequencyHz: [20, 40],
      levelDb: [-3, 0],
    });
    expect(content.photos[0].content).toBe(picture);
    const phased = job({ array: 'a', points: 1 });
    expect(putBack(phased, { a: doubles(20, -3, 90) })).toBeNull();
    expect(phased.units[0].pairs[0].captures[0].response).toEqual({
      frequencyHz: [20],
      levelDb: [-3],
      phaseDeg: [90],
    });
  });
  it('that are missing or of another size are named', () => {
    const wrong = { field: 'a', message: 'is missing in the file or has another size' };
    for (const [points, entries] of [
      [2, {}],
      [2, { a: doubles(1, 2, 3) }],
      [1, { a: doubles(1) }],
      ['2', { a: doubles(1, 2, 3, 4) }],
    ] as const)
      expect(putBack(job({ array: 'a', points }), entries)).toEqual(wrong);
    expect(putBack(job({ array: 'toString', points: 1 }), {})).toMatchObject({ field: 'toString' });
    expect(putBack(job(null, { attachment: 'p' }), {})).toEqual({
      field: 'p',
      message: 'is missing in the file',
    });
  });
  it('what looks like no name is left for the schema', () => {
    for (const content of [
      null,
      'text',
      job(null, 'picture'),
      job({ frequencyHz: [] }),
      { units: 'none', photos: 4 },
    ])
      expect(putBack(content, {})).toBeNull();
  });
});
