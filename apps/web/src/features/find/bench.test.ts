import { describe, expect, it } from 'vitest';
import {
  type Conditions,
  type Connector,
  INSTRUMENTS,
  kindOf,
  parseEntry,
  START_CONDITIONS,
  WIRE_COLOURS,
  USUAL_CONDITION_SETS,
} from '@ulpen/core';
import { COLOUR_KEYS, withColour } from './colour-keys.ts';
import { nextSet } from './condition-sets.ts';
import { CONDITION_CHOICES } from './find-words.ts';
import { walkAfter, WALK_START } from './find-store.ts';
import { blankPlug } from './plug-templates.ts';
import { readNumbers, readRows, rowsText } from './plug-text.ts';
import { advanced, moved, selectionFrom, selectionText } from './selection.ts';

const connector: Connector = {
  ...blankPlug('C1'),
  id: 'c',
  unitId: 'u',
  version: 1,
  rows: [
    { cavities: 4, indent: 0 },
    { cavities: 4, indent: 0 },
  ],
  cavities: Array.from({ length: 8 }, (_, i) => ({ id: `k${i + 1}`, number: i + 1, empty: i === 2 })),
  photos: [],
};

describe('the keys of the bench', () => {
  it('never collide: not with each other, not with a digit', () => {
    const commands = ['b', 'c', 'f', 'h', 'j', 'm', 'z', '[', ']'];
    const keys = [
      ...INSTRUMENTS.map((i) => kindOf(i).key),
      ...CONDITION_CHOICES.map((c) => c.key),
      ...new Set(INSTRUMENTS.flatMap((i) => Object.keys(kindOf(i).quickWords ?? {}))),
      ...commands,
    ];
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys.join('')).not.toMatch(/[0-9.,+-]/);
  });
  it('name every wire colour once, base first and stripe second', () => {
    expect([...COLOUR_KEYS.values()].sort()).toEqual([...WIRE_COLOURS].sort());
    expect(withColour('', 'BN')).toBe('BN');
    expect(withColour('BN', 'WH')).toBe('BN/WH');
    expect(withColour('BN/WH thick', 'GN')).toBe('GN thick');
    expect(withColour('thick', 'GN')).toBe('GN thick');
  });
  it('go round the conditions that are set together, from whatever holds', () => {
    let now: Conditions = { ...START_CONDITIONS, balance: 'left', moment: 'loaded' };
    const radios = USUAL_CONDITION_SETS.map(() => {
      now = { ...now, ...nextSet(USUAL_CONDITION_SETS, now) };
      return [now.ignition, now.radio, now.sound, now.plug].join(' ');
    });
    expect(new Set(radios).size).toBe(USUAL_CONDITION_SETS.length);
    expect(now).toMatchObject({ balance: 'centre', moment: 'steady' });
    expect(nextSet(USUAL_CONDITION_SETS, { ...now, ignition: 'accessory' })).toMatchObject({
      ignition: 'off',
      plug: 'out',
    });
  });
  it('give words that their instruments understand', () => {
    for (const instrument of INSTRUMENTS)
      for (const word of Object.values(kindOf(instrument).quickWords ?? {}))
        expect(parseEntry(instrument, word)).toHaveProperty('observation');
  });
  it('the walk goes left, right, front, rear, and ends', () => {
    let at: Conditions = { ...START_CONDITIONS, ...WALK_START };
    const steps = [];
    for (let next = walkAfter(at); next; next = walkAfter(at)) {
      steps.push(next);
      at = { ...at, ...next };
    }
    expect(steps.map((s) => (s.balance === 'centre' ? s.fader : s.balance))).toEqual([
      'right',
      'front',
      'rear',
    ]);
  });
});

describe('moving over the face', () => {
  const text = (s: ReturnType<typeof moved>) => selectionText(connector, s);
  const start = selectionFrom(connector, '1');
  it('arrows go as it is drawn, Shift takes a second cavity', () => {
    expect(text(moved(connector, start, 'right', 'wire', false))).toBe('2');
    expect(text(moved(connector, start, 'left', 'mating', false))).toBe('2');
    expect(text(moved(connector, start, 'down', 'wire', true))).toBe('1-5');
    expect(text(moved(connector, selectionFrom(connector, '1-2'), 'left', 'wire', true))).toBe('1');
    expect(text(moved(connector, start, 'up', 'wire', false))).toBe('1');
  });
  it('saving goes on to the next wire, or to the next two in the same arrangement', () => {
    const next = (at: string) => text(advanced(connector, selectionFrom(connector, at)));
    expect(next('2')).toBe('4');
    expect(next('8')).toBe('8');
    expect(next('5-6')).toBe('7-8');
    expect(next('1-2')).toBe('5-6');
    expect(next('1-5')).toBe('2-6');
  });
  it('the address may hold nonsense', () => {
    expect(text(selectionFrom(connector, 'x-99'))).toBe('1');
    expect(text(selectionFrom(connector, '4-4'))).toBe('4');
  });
});

describe('plugs as they are typed', () => {
  it.each([
    ['10 + 10', '10 + 10'],
    ['2x8', '8 + 8'],
    ['9@0.5 + 10', '9@0.5 + 10'],
    ['9@0,5/10', '9@0.5 + 10'],
  ])('%s', (typed, shown) => {
    const rows = readRows(typed);
    expect(typeof rows === 'string' ? rows : rowsText(rows)).toBe(shown);
  });
  it('says what it does not understand', () => {
    expect(readRows('ten')).toContain('"ten" is no number of cavities');
    expect(readNumbers('2, x')).toContain('"x" is no cavity number');
    expect(readNumbers('2, 9, 12-14 9')).toEqual([2, 9, 12, 13, 14]);
    expect(readNumbers('')).toEqual([]);
  });
});
