import { describe, expect, it } from 'vitest';
import { at, plug, seenWire } from '../../test/small-plug.ts';
import { contradictions } from './contradictions.ts';
import type { HarnessClaim, HarnessInput, HarnessReading } from './harness-input.ts';
import { mapHarness } from './map-harness.ts';

const COLOURS = ['BK', 'RD', 'GN', 'YE', 'BU', 'WH', 'GY', 'VT', 'PK', 'OG'];
const claim = (cavityId: string, wire: string, variant = ''): HarnessClaim => ({
  variant,
  cavityId,
  role: null,
  channel: null,
  sign: null,
  wire,
});
const saw = (cavity: number, wire: string, unsure = false) => at(cavity, null, seenWire({ wire, unsure }));
const remarks = (input: HarnessInput, kind: 'colour' | 'plug') =>
  contradictions(mapHarness(input)).filter((c) => c.kind === kind);

describe('colours', () => {
  it('seen otherwise than the sheet says are remarked, with the likely causes', () => {
    const [remark] = remarks(plug([saw(3, 'WH')], [claim('k3', 'VT')]), 'colour');
    expect(remark.title).toBe('Sheet says C1·3 is VT; seen WH');
    for (const cause of ['another variant', 'another plug of the same look', 'faded'])
      expect(remark.text).toContain(cause);
  });
  it.each([
    ['the same', 'VT', false],
    ['another stripe', 'VT/WH', false],
    ['nobody is sure', 'WH', true],
  ])('say nothing where it is %s', (_, wire, unsure) => {
    expect(remarks(plug([saw(3, wire, unsure)], [claim('k3', 'VT')]), 'colour')).toEqual([]);
  });
  it('that another variant has lead to it', () => {
    const claims = [3, 4, 5].flatMap((n) => [claim(`k${n}`, 'VT', '4F2'), claim(`k${n}`, 'GN', '4K7')]);
    const input = plug([saw(3, 'GN'), saw(4, 'GN'), saw(5, 'GN')], claims);
    input.sheets[0].chosenVariant = '4F2';
    const [remark] = remarks(input, 'colour');
    expect(remark).toMatchObject({ variant: { sheetId: 's1', name: '4K7' } });
    expect(remark.text).toContain('2 more wires differ');
  });
});

describe('two plugs of the same look', () => {
  /** C1 and C2 with the sheet's colours; what is seen on C1 are those of `seen`. */
  const two = (seen: readonly string[], readings: HarnessReading[] = []): HarnessInput => {
    const input = plug([...seen.map((wire, n) => saw(n + 1, wire)), ...readings]);
    const [first] = input.connectors;
    const second = {
      ...first,
      id: 'c2',
      name: 'C2',
      cavities: first.cavities.map((c) => ({ ...c, id: `z${c.number}` })),
    };
    const claims = COLOURS.slice(0, 5).flatMap((wire, n) => [
      claim(`k${n + 1}`, wire),
      claim(`z${n + 1}`, COLOURS[n + 5]),
    ]);
    return {
      ...input,
      connectors: [first, second],
      sheets: [{ id: 's1', name: 'Sheet', chosenVariant: null, claims }],
    };
  };
  it('are said to be swapped when one has the rows of the other', () => {
    const [remark] = remarks(two(COLOURS.slice(5, 10)), 'plug');
    expect(remark.title).toBe('C1 matches the sheet’s rows for C2');
    expect(remark.text).toContain('keying');
  });
  it('are not for one wire too few, one too many of its own, or a plug as the sheet has it', () => {
    expect(remarks(two(COLOURS.slice(5, 8)), 'plug')).toEqual([]);
    expect(remarks(two([...COLOURS.slice(0, 3), ...COLOURS.slice(8, 10)]), 'plug')).toEqual([]);
    expect(remarks(two(COLOURS.slice(0, 5)), 'plug')).toEqual([]);
  });
});
