import { describe, expect, it } from 'vitest';
import { type HarnessInput, type HarnessReading, mapHarness } from '@ulpen/core';
import { harnessOf, inOrder, SimulatedHand, variedWiring } from '@ulpen/core/carsim';
import { mapOf } from './harness.ts';

const wiring = variedWiring({ seed: 5, connectors: 2, sheet: 'both' });
const taken = inOrder(wiring, new SimulatedHand(wiring, { seed: 15, slipRate: 0.05 })).map((r, n) => ({
  ...r,
  id: `r${n}`,
}));
const before: HarnessInput = harnessOf(wiring, taken.slice(0, -1));
const typed: HarnessReading = { ...taken.at(-1)!, id: 'typed' };
const withLast = (last: HarnessReading): HarnessInput => ({
  ...before,
  readings: [...before.readings, last],
});

/** As a server sends it back: other objects, the same values. */
const recorded = structuredClone({ ...typed, id: 'recorded' });

describe('the map of a record', () => {
  it('is worked out while a value is typed, and taken again when it is recorded', () => {
    const preview = mapOf(withLast(typed));
    const after = mapOf(withLast(recorded));
    expect(after.map).toBe(preview.map);
    expect(after.readings.map((r) => r.reading.id)).toContain('recorded');
    expect(after.readings.map((r) => r.reading.id)).not.toContain('typed');
    expect(after).toEqual(mapHarness(withLast(recorded)));
  });

  it.each<[string, HarnessInput]>([
    ['the reading is gone', before],
    [
      'it was taken at other wires',
      withLast({ ...recorded, cavityId: before.connectors[0].cavities[0].id, otherCavityId: null }),
    ],
    [
      'it was taken in other conditions',
      withLast({ ...recorded, conditions: { ...recorded.conditions, ignition: 'off' } }),
    ],
    ['it is another value', withLast({ ...recorded, observation: { kind: 'dc', volts: 12.4, word: null } })],
    ['an earlier one is another', { ...withLast(recorded), readings: [recorded, ...before.readings] }],
    [
      'a plug is locked now',
      { ...withLast(recorded), connectors: before.connectors.map((c) => ({ ...c, locked: true })) },
    ],
    ['a sheet is gone', { ...withLast(recorded), sheets: [] }],
    ['there is another tool', { ...withLast(recorded), tools: ['analyser'] }],
  ])('is worked out anew where %s', (_, input) => {
    const preview = mapOf(withLast(typed));
    const after = mapOf(input);
    expect(after.map).not.toBe(preview.map);
    expect(after).toEqual(mapHarness(input));
  });
});
