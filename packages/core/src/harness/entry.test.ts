import { describe, expect, it } from 'vitest';
import { START_CONDITIONS } from '../model/conditions.ts';
import { formatMeasured, parseMeasured } from '../quantity/measured-value.ts';
import { parseEntry } from './entry.ts';
import { namedFunction } from './function-words.ts';
import { batteryLock, lockOf, unlikely } from './lock.ts';
import { parseReadings } from './paste.ts';
import { parseSheet } from './sheet/parse-sheet.ts';

const read = (instrument: Parameters<typeof parseEntry>[0], text: string) => {
  const entry = parseEntry(instrument, text);
  return 'observation' in entry ? entry.observation : entry.fault;
};

describe('values as people type them', () => {
  it.each([
    ['3.7', 'ohm', 3.7],
    ['3,7 ohm', 'ohm', 3.7],
    ['4k7', 'ohm', 4700],
    ['3R9', 'ohm', 3.9],
    ['1.2 kΩ', 'ohm', 1200],
    ['470mV', 'V', 0.47],
    ['12.6 V', 'V', 12.6],
    ['-0,2', 'V', -0.2],
    ['.5v', 'V', 0.5],
    ['350 mVac', 'V', 0.35],
  ] as const)('%s is %s %d', (text, unit, value) => expect(parseMeasured(text, unit)).toBe(value));
  it.each([
    ['twelve', 'V'],
    ['12 apples', 'V'],
    ['3.7 V', 'ohm'],
    ['1.2.3', 'V'],
    ['', 'V'],
    ['4k7', 'V'],
  ] as const)('%s is no value in %s', (text, unit) => expect(parseMeasured(text, unit)).toBeNull());
  it.each([
    [0.47, 'V', '470 mV'],
    [12.644, 'V', '12.6 V'],
    [4700, 'ohm', '4.7 kΩ'],
    [0, 'V', '0 V'],
    [0.3, 'ohm', '0.3 Ω'],
  ] as const)('%d %s is shown as %s', (value, unit, text) => expect(formatMeasured(value, unit)).toBe(text));
});

describe('entries', () => {
  it('words are values too', () => {
    expect(read('ohms', 'OL')).toEqual({ kind: 'ohms', ohms: null, word: 'open' });
    expect(read('ohms', '0l')).toMatchObject({ word: 'open' });
    expect(read('dc', 'drifting')).toMatchObject({ volts: null, word: 'drifting' });
    expect(read('ac', 'cannot reach')).toMatchObject({ word: 'unreachable' });
    expect(read('tone', 'nothing')).toMatchObject({ places: [], word: 'nothing' });
    expect(read('seen', 'unsure')).toMatchObject({ wire: null, unsure: true });
  });
  it('places in letters or words, the second taking over from the first', () => {
    expect(read('tone', 'FL')).toMatchObject({ places: [{ side: 'left', axle: 'front', way: null }] });
    expect(read('tone', 'rear right door + tweeter')).toMatchObject({
      places: [
        { side: 'right', axle: 'rear', way: 'woofer' },
        { side: 'right', axle: 'rear', way: 'tweeter' },
      ],
    });
    expect(read('tone', 'sub')).toMatchObject({
      places: [{ side: 'mono', axle: 'other', way: 'subwoofer' }],
    });
    expect(read('tone', 'tweeter')).toContain('is not understood');
  });
  it('colours, size, twist and where a wire comes from', () => {
    expect(read('seen', 'BN/WH thick twisted')).toMatchObject({
      wire: 'BN/WH',
      size: 'thick',
      twisted: true,
    });
    expect(read('seen', 'brown white')).toMatchObject({ wire: 'BN/WH' });
    expect(read('seen', 'added by someone')).toContain('not understood');
    expect(read('seen', 'red joint')).toMatchObject({ wire: 'RD', origin: 'joint' });
    expect(read('seen', 'red green blue')).toContain('not understood');
  });
  it('a cone moves out or in, by the tester unless the battery is named', () => {
    expect(read('cone', 'out')).toEqual({ kind: 'cone', source: 'tester', moves: 'out' });
    expect(read('cone', 'in battery')).toEqual({ kind: 'cone', source: 'battery', moves: 'in' });
    expect(read('cone', 'sideways')).toContain('type out, in');
  });
  it('resistance below nothing is refused', () => expect(read('ohms', '-3')).toContain('not understood'));
});

describe('locks', () => {
  const plug = { name: 'C9', confirmed: 'no', shell: 'BK', sleeve: 'none' } as const;
  it('an unknown plug is metered in volts only', () => {
    expect(lockOf(plug, 'dc')).toBeNull();
    for (const instrument of ['ohms', 'tone', 'cone'] as const)
      expect(lockOf(plug, instrument)).toContain('about 2 ohm');
    expect(lockOf({ ...plug, confirmed: 'audio' }, 'ohms')).toBeNull();
  });
  it('a restraint plug and a yellow sleeve take nothing but eyes and notes', () => {
    for (const c of [{ ...plug, confirmed: 'restraint' } as const, { ...plug, sleeve: 'yellow' } as const]) {
      expect(lockOf(c, 'dc')).toContain('restraint system');
      expect(lockOf(c, 'seen')).toBeNull();
    }
  });
  it('the battery goes on the car side with the plug out', () => {
    expect(batteryLock(START_CONDITIONS)).toBeNull();
    expect(batteryLock({ ...START_CONDITIONS, plug: 'seated' })).toContain('car side');
    expect(batteryLock({ ...START_CONDITIONS, side: 'unit' })).toContain('never into a unit');
  });
  it('asks about what a 12 V car does not give', () => {
    const dc = (volts: number) => unlikely({ observation: { kind: 'dc', volts, word: null } });
    expect(dc(14.4)).toBeNull();
    expect(dc(24)).toMatchObject({ highVoltage: false });
    expect(dc(400)).toMatchObject({ highVoltage: true });
    expect(dc(-6)?.text).toContain('swapped');
  });
});

describe('tables', () => {
  const plugs = ['C1', 'C2'].map((name, p) => ({
    name,
    cavities: [1, 2, 3].map((number) => ({
      id: `${name}-${number}`,
      number,
      empty: p === 1 && number === 3,
    })),
  }));
  it('a pin table with a head in any order, with variants, is read row by row', () => {
    const { claims, variants, rows } = parseSheet(
      'pin;connector;option code;signal;colour\n1;C1;4F2;LF woofer +;BN/WH\n2;C1;4F2;LF woofer (-);brown\n1;C1;4K7;Ground;\n9;C1;4F2;B+;\n# note\n\n3;C2;4F2;flux capacitor;',
      plugs,
    );
    expect(claims).toMatchObject([
      {
        cavityId: 'C1-1',
        role: 'output',
        channel: { side: 'left', axle: 'front', way: 'woofer' },
        sign: 'plus',
        wire: 'BN/WH',
      },
      { cavityId: 'C1-2', sign: 'minus', wire: 'BN' },
      { cavityId: 'C1-1', variant: '4K7', role: 'ground', channel: null },
    ]);
    expect(variants).toEqual(['4F2', '4K7']);
    const gaps = rows.filter((r) => r.gaps.length > 0);
    expect(gaps.map((r) => r.line)).toEqual([5, 8]);
    expect(gaps[0].gaps[0].message).toContain('there is no 9');
  });
  it('without a head the usual order holds, tabs or commas, and one cell may name plug and cavity', () => {
    expect(parseSheet('C2\t2\tRD\tB+', plugs).claims).toMatchObject([
      { cavityId: 'C2-2', role: 'battery', wire: 'RD' },
    ]);
    expect(parseSheet(',C2/1,,Remote turn-on', plugs).claims).toMatchObject([
      { cavityId: 'C2-1', role: 'remote' },
    ]);
  });
  it('a cavity named twice under one variant is said', () => {
    const [, second] = parseSheet('C1,1,,Ground\nC1,1,,B+', plugs).rows;
    expect(second).toMatchObject({ line: 2, claim: null, gaps: [{ cell: 'cavity' }] });
  });
  it('readings keep their conditions and their faults', () => {
    const { readings, faults } = parseReadings(
      'plug,cavity,across,instrument,value\nC1,1,2,ohms,"3,7"\nC1,3,,vdc,12.6\nC1,1,,ohms,minus\nC7,1,,dc,1',
      plugs,
      START_CONDITIONS,
    );
    expect(readings.map((r) => [r.cavityId, r.otherCavityId, r.observation])).toEqual([
      ['C1-1', 'C1-2', { kind: 'ohms', ohms: 3.7, word: null }],
      ['C1-3', null, { kind: 'dc', volts: 12.6, word: null }],
    ]);
    expect(faults.map((f) => f.line)).toEqual([4, 5]);
  });
  it('too much is refused at once', () => {
    expect(() => parseSheet('C1,1,,Ground\n'.repeat(2100), plugs)).toThrow('at most 2000 lines');
  });
});

describe('functions of diagrams', () => {
  it.each([
    ['RF tweeter (-)', 'output', 'right front tweeter', 'minus'],
    ['Front left speaker +', 'output', 'left front full', 'plus'],
    ['Left rear input plus', 'input', 'left rear full', 'plus'],
    ['Subwoofer -', 'output', 'mono other subwoofer', 'minus'],
    ['Center speaker', 'output', 'centre front full', null],
    ['CAN H', 'data', null, null],
    ['+12V constant', 'battery', null, null],
    ['GND', 'ground', null, null],
    ['Amp turn-on', 'remote', null, null],
    ['Ignition', 'switched', null, null],
  ])('%s', (text, role, channel, sign) => {
    const named = namedFunction(text)!;
    const told = named.channel && `${named.channel.side} ${named.channel.axle} ${named.channel.way}`;
    expect([named.role, told, named.sign]).toEqual([role, channel, sign]);
  });
  it('does not guess', () => expect(namedFunction('seat heater')).toBeNull());
});
