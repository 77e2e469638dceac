import { describe, expect, it } from 'vitest';
import { demoLibrary } from '../carsim/devices.ts';
import { DEMO_CARS, viewOfCar } from '../carsim/index.ts';
import { pairName } from '../model/unit.ts';
import { comparePlans } from '../plan/compare/propose.ts';
import { planInputOf } from '../plan/facts/plan-of-job.ts';
import { finishedCar } from '../plan/finished/finished-car.ts';
import { awgToMm2 } from '../supply/cable.ts';
import { playNetlist } from './circuit/play.ts';
import { edited } from './edits.ts';
import { hearingDifferences } from './expected.ts';
import { netlistOf } from './netlist-of.ts';
import { awgWords, differenceWords, terminalName, type WiringNames } from './words.ts';

const input = planInputOf(viewOfCar(DEMO_CARS[0]), { devices: demoLibrary() });
const proposal = comparePlans(input).proposals.find((p) => p.strategy === 'sum')!;
const car = finishedCar(input, proposal);
const names: WiringNames = {
  car,
  cavity: (id) => id.replace(/^k(\d+):(\d+)$/, 'C$1·$2'),
  output: (id) => pairName(input.pairs.find((p) => p.id === id)!),
  speaker: (id) => ({ 'new:t1/left': 'Front set, left', 'new:t1/right': 'Front set, right' })[id] ?? id,
};
const outputs = input.pairs.map((p) => ({ ...p, stage: 'bridge' as const }));
const all = { car, setup: proposal.setup, outputs, targets: input.targets };
const netlist = netlistOf(all);
const called = (c: (typeof netlist.conductors)[number]) =>
  `${terminalName(c.from, names)} to ${terminalName(c.to, names)}`;
const find = (name: string) => netlist.conductors.find((c) => called(c) === name)!;

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
    const heard = (a: string, b: string, end: 'from' | 'to') => {
      const planned = playNetlist(netlist, all);
      const ids = [find(a).id, find(b).id] as const;
      const played = playNetlist(edited(netlist, { kind: 'exchanged', ids, end }), all);
      return differenceWords(hearingDifferences(played, planned, car), names);
    };
    const left = 'Merlin S8: Line out 1, pin to Anvil 4.60: Line in 1, pin';
    const right = 'Merlin S8: Line out 2, pin to Anvil 4.60: Line in 2, pin';
    const [leftSet, rightSet] = ['left', 'right'].map(
      (side) => `front ${side} woofer, front ${side} mid and front ${side} tweeter`,
    );
    expect(heard(left, right, 'to')).toEqual([
      `Front set, left does not play ${leftSet}.`,
      `Front set, left plays ${rightSet} and should not.`,
      `Front set, right plays ${leftSet} and should not.`,
      `Front set, right does not play ${rightSet}.`,
    ]);
    const [plus, minus] = [
      'Anvil 4.60: Speaker 1+ to C2·3, car side',
      'Anvil 4.60: Speaker 1− to C2·4, car side',
    ];
    expect(heard(plus, minus, 'to')).toEqual([`Front set, left plays ${leftSet} reversed.`]);
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
