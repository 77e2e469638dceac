import { describe, expect, it } from 'vitest';
import { wiredPlan } from '../../test/wired-plans.ts';
import { awgToMm2 } from '../supply/cable.ts';
import { playNetlist } from './circuit/play.ts';
import { edited } from './edits.ts';
import { hearingDifferences } from './expected.ts';
import type { Conductor } from './netlist.ts';
import { awgWords, differenceWords, terminalName } from './words.ts';

const { input, names, netlist, conductor } = wiredPlan('people-carrier, sum');
const called = (c: Conductor) => `${terminalName(c.from, names)} to ${terminalName(c.to, names)}`;

describe('conductors in words', () => {
  it('name what a person finds at both ends', () => {
    const list = netlist.conductors.map(called);
    for (const said of [
      'C2·3, unit side to Merlin S8: Speaker in 1+',
      'Merlin S8: Line out 1, pin to Anvil 4.60: Line in 1, pin',
      'Anvil 4.60: Speaker 1− to C2·4, car side',
      'C2·3, car side to Front set, left +',
      'Battery + to Main fuse, battery end',
      'Fuse of Anvil 1.400, load end to Anvil 1.400: Battery',
      'Merlin S8: Remote out to Anvil 4.60: Remote in',
    ])
      expect(list).toContain(said);
    expect(new Set(list).size).toBe(list.length);
  });

  it('say what is heard when two of them are exchanged', () => {
    const heard = (a: readonly [string, string], b: readonly [string, string]) => {
      const ids = [conductor(...a).id, conductor(...b).id] as const;
      const played = playNetlist(edited(netlist, { kind: 'exchanged', ids, end: 'to' }), input);
      return differenceWords(hearingDifferences(played, playNetlist(netlist, input), input), names);
    };
    const left = ['Merlin S8: Line out 1, pin', 'Anvil 4.60: Line in 1, pin'] as const;
    const right = ['Merlin S8: Line out 2, pin', 'Anvil 4.60: Line in 2, pin'] as const;
    const [leftSet, rightSet] = ['left', 'right'].map(
      (side) => `front ${side} woofer, front ${side} mid and front ${side} tweeter`,
    );
    expect(heard(left, right)).toEqual([
      `Front set, left does not play ${leftSet}.`,
      `Front set, left plays ${rightSet} and should not.`,
      `Front set, right plays ${leftSet} and should not.`,
      `Front set, right does not play ${rightSet}.`,
    ]);
    const [plus, minus] = [
      ['Anvil 4.60: Speaker 1+', 'C2·3, car side'],
      ['Anvil 4.60: Speaker 1−', 'C2·4, car side'],
    ] as const;
    expect(heard(plus, minus)).toEqual([`Front set, left plays ${leftSet} reversed.`]);
  });
});

describe('sizes', () => {
  it('lie between those of the other system, and are none of them', () => {
    expect(awgWords(16)).toBe('between 6 and 4 AWG');
    expect(awgWords(0.75)).toBe('between 20 and 18 AWG');
    expect(awgWords(120)).toBe('thicker than 2/0 AWG');
    expect(awgWords(0.2)).toBe('thinner than 22 AWG');
    // The table against the formula of the standard.
    for (const [awg, between] of [
      [18, 'between 18 and 16 AWG'],
      [8, 'between 8 and 6 AWG'],
    ] as const)
      expect(awgWords(awgToMm2(awg) * 1.02)).toBe(between);
  });
});
