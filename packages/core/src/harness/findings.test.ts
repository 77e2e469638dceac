import { describe, expect, it } from 'vitest';
import { RADIO_ON } from '../carsim/wiring/routine.ts';
import { ALL, at, cone, dc, ohms, seenWire, tone, volts } from '../../test/small-plug.ts';
import type { HarnessReading } from './harness-input.ts';
import { findingRows, findingsCsv } from './findings.ts';
import { harnessInputOf } from './input-of-job.ts';
import { mapHarness } from './map-harness.ts';
import { madeConnector, madeView } from '../../test/made-up-harness.ts';

const seen = (cavity: number, part: Parameters<typeof seenWire>[0]) => at(cavity, null, seenWire(part));
const rowsOf = (readings: HarnessReading[], part: Parameters<typeof madeView>[1] = {}) => {
  const view = madeView(readings, part);
  return findingRows(view, mapHarness(harnessInputOf(view, ALL)), new Map([['u1', 'Amplifier']]));
};
const row = (cavity: number, ...given: Parameters<typeof rowsOf>) => rowsOf(...given)[cavity - 1];

const LEFT = [
  ohms(3, 4, 3.7),
  tone(3, 4, 'left', 'woofer'),
  tone(3, 4, 'left', 'woofer'),
  cone(3, 4, 'in'),
  cone(3, 4, 'in'),
];

describe('a line of the pin map', () => {
  it('of a pair: role, channel, sign and partner as far as they are settled', () => {
    const [plus, minus] = [row(4, LEFT), row(3, LEFT)];
    expect(plus).toMatchObject({
      unit: 'Amplifier',
      connector: 'C1',
      cavity: 4,
      role: 'output',
      roleStanding: 'measured',
      channel: 'Front left woofer',
      channelStanding: 'measured',
      sign: 'plus',
      signStanding: 'measured',
      pairedWith: 'C1·3',
      measuredAt: '2026-11-03T10:00:04.000Z',
    });
    expect(minus).toMatchObject({ sign: 'minus', pairedWith: 'C1·4' });
    expect(plus.probability).toBeGreaterThan(0.9);
  });
  it('of a cavity that nobody touched: open, and nothing is told', () => {
    expect(row(12, LEFT)).toMatchObject({
      state: 'open',
      role: null,
      roleStanding: 'assumed',
      channel: null,
      sign: null,
      pairedWith: null,
      measuredAt: null,
      wire: null,
      origin: null,
      notes: '',
    });
  });
  it('of a data pair: no sign', () => {
    const data = [7, 8].flatMap((n) => volts(n, 0.1, 2.5, 2.5));
    const list = [...data, ...data, ohms(7, 8, 60), ohms(7, 8, 61)];
    expect(row(7, list)).toMatchObject({ role: 'data', pairedWith: 'C1·8', channel: null, sign: null });
  });
  it('of two wires that only fit each other: neither partner nor sign is told, and what is needed is said', () => {
    // Alike at half the supply and side by side: nothing was measured across them.
    const list = [3, 4].flatMap((n) => [dc(n, 0.01), dc(n, 6.3, { ...RADIO_ON, plug: 'seated' })]);
    expect(row(3, list)).toMatchObject({ state: 'again', role: 'output', sign: null, channel: null });
    expect(row(3, list).needed).toContain('A tone across the two');
    expect([null, 'again']).toContain(row(3, list).pairState);
    expect(row(3, list).pairState === null).toBe(row(3, list).pairedWith === null);
  });
  it('of an empty cavity: empty', () => {
    const [plug] = [madeConnector({ empty: [5] })];
    const cavities = plug.cavities.map((c) => ({ ...c, empty: c.number === 5 }));
    expect(row(5, [], { connectors: [{ ...plug, cavities }] })).toMatchObject({
      state: 'empty',
      role: null,
      probability: null,
    });
  });
  it('wire, origin and notes as they were seen last, without what was withdrawn', () => {
    const list = [
      seen(1, { wire: 'RD', origin: 'factory' }),
      seen(1, { wire: 'RD/BK', origin: 'joint' }),
      seen(1, { size: 'thick' }),
      at(1, null, { kind: 'note', text: 'twisted by hand' }),
      at(1, null, { kind: 'note', text: 'wet' }),
    ];
    expect(row(1, list)).toMatchObject({
      wire: 'RD/BK',
      wireStanding: 'measured',
      origin: 'joint',
      notes: 'twisted by hand; wet',
    });
    const left = row(1, list, { withdrawn: [list[1].id, list[3].id] });
    expect(left).toMatchObject({ wire: 'RD', origin: 'factory', notes: 'wet' });
  });
  it('the newest reading that names it counts, as first or second', () => {
    expect(row(4, LEFT, { withdrawn: [LEFT[4].id] }).measuredAt).toBe('2026-11-03T10:00:03.000Z');
  });
});

describe('the table', () => {
  it('has a line for each cavity, and reads back what was told', () => {
    const lines = findingsCsv(rowsOf(LEFT)).trim().split(/\r?\n/);
    expect(lines).toHaveLength(17);
    expect(lines[0].split(',').slice(0, 6)).toEqual([
      'unit',
      'connector',
      'cavity',
      'wire',
      'wire standing',
      'role',
    ]);
    expect(lines[4]).toMatch(
      /^Amplifier,C1,4,,,output,measured,settled,[01][.\d]*,,Front left woofer,measured,again,[01][.\d]*,plus,measured,settled,[01][.\d]*,C1·3,settled,[01][.\d]*,,,2026-11-03T10:00:04.000Z$/,
    );
  });
});
