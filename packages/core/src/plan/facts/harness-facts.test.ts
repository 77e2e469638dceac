import { describe, expect, it } from 'vitest';
import { ALL, at, cone, dc, ohms, tone, volts } from '../../../test/small-plug.ts';
import type { HarnessReading } from '../../harness/harness-input.ts';
import { type Conditions, START_CONDITIONS } from '../../model/conditions.ts';
import type { Connector } from '../../model/connector.ts';
import type { EndView } from '../../model/unit.ts';
import { madeConnector, madeEnd, madeView } from '../../../test/made-up-harness.ts';
import { harnessFactsOf, NO_HARNESS } from './harness-facts.ts';

const output = (id: string, ends: EndView[], side: 'left' | 'right' = 'left') => ({
  id,
  unitId: 'u1',
  side,
  axle: 'front' as const,
  way: 'woofer' as const,
  ends,
});
const on = (plus: number, minus: number, part: Partial<EndView> = {}) => [
  madeEnd('plus', plus, part),
  madeEnd('minus', minus, part),
];
const LEFT = [
  ohms(3, 4, 3.7),
  tone(3, 4, 'left', 'woofer'),
  tone(3, 4, 'left', 'woofer'),
  cone(3, 4, 'out'),
  cone(3, 4, 'out'),
];
const GROUNDED = at(4, null, { kind: 'ohms', ohms: 0.3, word: null });

const facts = (
  readings: HarnessReading[],
  pairs: ReturnType<typeof output>[],
  { connectors, withdrawn }: { connectors?: Connector[]; withdrawn?: string[] } = {},
) =>
  harnessFactsOf(
    { units: [{ id: 'u1', kind: 'amplifier', pairs }], intake: { tools: [...ALL] } },
    madeView(readings, { connectors, withdrawn }),
  );
const against = (readings: HarnessReading[], ends: EndView[], side: 'left' | 'right' = 'left') =>
  facts(readings, [output('p1', ends, side)]).contradicted.map((c) => c.says);

describe('what Find tells a plan', () => {
  it('nothing without a plug', () => {
    expect(facts([], [output('p1', on(3, 4))], { connectors: [] })).toEqual(NO_HARNESS);
  });
  it('where a settled role sits, and whether that was measured', () => {
    const supply = [1, 1, 1].flatMap((n) => volts(n, 12.5, 12.3, 12.3));
    const { places } = facts([...supply, ...[2, 2].flatMap((n) => volts(n, 0.02, 0.03, 11.6))], []);
    expect(places.battery).toEqual({ place: 'C1·1', measured: true });
    expect(places.remote).toEqual({ place: 'C1·2', measured: true });
    expect(places.switched).toBeUndefined();
    expect(facts([dc(1, 12.5)], []).places).toEqual({});
    // What was withdrawn settles nothing.
    expect(facts(supply, [], { withdrawn: supply.map((r) => r.id) }).places).toEqual({});
  });
  it('an output whose wire a reading speaks against', () => {
    expect(against([...LEFT, GROUNDED], on(3, 4))).toEqual([expect.stringContaining('to ground')]);
    expect(against(LEFT, on(3, 4))).toEqual([]);
    // Another output of the same plug is not touched by it.
    expect(against([...LEFT, GROUNDED], on(9, 10))).toEqual([]);
  });
  it('an output that the map says is another one; not one that is only the other way round', () => {
    expect(against(LEFT, on(3, 4), 'right')).toHaveLength(1);
    expect(against(LEFT, on(4, 3))).toEqual([]);
    expect(against(LEFT, on(3, 5))).toHaveLength(1);
  });
});

describe('what Find read of outputs and of wires that wake', () => {
  const seated = (cavity: number, at: number, part: Partial<Conditions> = {}): HarnessReading => ({
    ...dc(cavity, at),
    id: `s${cavity}/${at}/${JSON.stringify(part)}`,
    conditions: { ...START_CONDITIONS, ignition: 'on', radio: 'on', plug: 'seated', ...part },
  });
  const rests = (...readings: HarnessReading[]) =>
    facts([...LEFT, ...readings], [output('p1', on(3, 4))]).rests;
  it('where both conductors of an output rest alike, its plug seated and its unit on', () => {
    expect(rests(seated(3, 6.3), seated(4, 6.2))).toEqual([{ pairId: 'p1', volts: 6.2 }]);
    expect(rests(seated(3, 6.3))).toEqual([]);
    expect(rests(seated(3, 6.3), seated(4, 0.1))).toEqual([]);
    // A wire that nothing drives says nothing of what would drive it.
    for (const out of [{ plug: 'out' }, { radio: 'off' }, { moment: 'asleep' }] as const)
      expect(rests(seated(3, 6.3, out), seated(4, 6.2, out))).toEqual([]);
    // The newest reading counts.
    expect(rests(seated(3, 6.3), seated(4, 6.2), seated(3, 2.4), seated(4, 2.5))[0].volts).toBe(2.4);
  });
  it('what was seen of the remote lead that was found', () => {
    const lead = [2, 2].flatMap((n) => volts(n, 0.02, 0.03, 11.6));
    const wakes = (...more: HarnessReading[]) => facts([...lead, ...more], []).wakes.remote;
    expect(wakes()).toEqual({ asleep: 'unknown', restart: 'unknown', load: 'unknown' });
    expect(wakes(seated(2, 12.2, { moment: 'asleep' }))!.asleep).toBe('live');
    expect(wakes(seated(2, 0.1, { moment: 'asleep' }), seated(2, 3.1, { moment: 'restart' }))).toEqual({
      asleep: 'dead',
      restart: 'dips',
      load: 'unknown',
    });
    expect(wakes(seated(2, 11, { moment: 'loaded' }))!.load).toBe('holds');
    // Of another wire it says nothing.
    expect(wakes(seated(5, 12.2, { moment: 'asleep' }))!.asleep).toBe('unknown');
  });
  it('outputs on cavities that are not settled yet', () => {
    const open = (readings: HarnessReading[], ends = on(3, 4)) =>
      facts(readings, [output('p1', ends)]).unsettled.map((u) => u.place);
    expect(open([])).toEqual(['C1·3']);
    expect(open([...LEFT, ...LEFT])).toEqual([]);
    // Where no plug was drawn, Find has nothing to settle.
    expect(open([], [])).toEqual([]);
  });
});

describe('a plug that is left alone', () => {
  const locked = (part: Partial<Connector>, ends = on(3, 4)) =>
    facts([], [output('p1', ends), output('p2', [])], { connectors: [madeConnector(part)] }).locked;
  it.each<[string, Partial<Connector>, string[]]>([
    ['confirmed as audio', {}, []],
    ['not confirmed yet', { confirmed: 'no' }, []],
    ['confirmed as restraint', { confirmed: 'restraint' }, ['p1']],
    ['in a yellow shell', { shell: 'YE' }, ['p1']],
    ['in a yellow shell, not confirmed', { shell: 'YE', confirmed: 'no' }, ['p1']],
    ['under an orange sleeve', { sleeve: 'orange' }, ['p1']],
    ['in a grey shell', { shell: 'GY' }, []],
  ])('%s', (_, part, outputs) => expect(locked(part)).toEqual(outputs));
  it('by the plug, whatever it is called: one end is enough', () => {
    expect(locked({ shell: 'YE', name: 'c1' })).toEqual(['p1']);
    expect(locked({ shell: 'YE' }, [madeEnd('minus', 4)])).toEqual(['p1']);
    expect(locked({ shell: 'YE' }, on(3, 4, { connectorId: 'c2', plug: 'C1' }))).toEqual([]);
  });
});
