import { describe, expect, it } from 'vitest';
import type { Conditions } from '../model/conditions.ts';
import { IGNITION_ON, OFF, PLAYING, RADIO_ON } from '../carsim/wiring/routine.ts';
import { batteryOnPair } from './battery.ts';
import { evidenceFor } from './evidence.ts';
import type { HarnessInput, HarnessReading } from './harness-input.ts';
import { mapHarness } from './map-harness.ts';
import { nextTests } from './next-test.ts';
import { dataOrAudio, turnOnSource } from './routines.ts';
import { toolGaps } from './tool-gaps.ts';
import { at, dc, ohms, tone, plug, volts } from '../../test/small-plug.ts';

describe('the next test', () => {
  const low = [ohms(3, 4, 3.7)];
  it('is nothing that a lock or a missing tool forbids', () => {
    const input = plug(low);
    const kinds = (i: HarnessInput) => new Set(nextTests(mapHarness(i), OFF, 200).map((t) => t.instrument));
    expect(kinds(input)).toContain('tone');
    const [connector] = input.connectors;
    expect([...kinds({ ...input, connectors: [{ ...connector, drivable: false }] })].sort()).toEqual([
      'ac',
      'dc',
      'seen',
    ]);
    expect(kinds({ ...input, connectors: [{ ...connector, locked: true }] }).size).toBe(0);
    expect(kinds(plug(low, [], ['meter']))).not.toContain('tone');
    expect(kinds(plug(low, [], ['meter']))).not.toContain('cone');
  });
  it('with a meter and a battery the pop of the cell takes the place of a tone, where ohms allow it', () => {
    const tests = nextTests(mapHarness(plug(low, [], ['meter', 'battery'])), OFF, 200).filter(
      (t) => t.instrument === 'tone',
    );
    expect(tests.map((t) => [t.cavityId, t.otherCavityId])).toEqual([['k3', 'k4']]);
    expect(tests[0].why).toContain('1.5 V cell');
    expect(
      toolGaps(
        mapHarness(plug([...low, tone(3, 4, 'left', 'woofer'), tone(3, 4, 'left', 'woofer')], [], ['meter'])),
      ),
    ).toEqual([expect.stringContaining('need a polarity tester, or a 1.5 V cell')]);
  });
  it('no battery is asked for or allowed where a tweeter, an input or data may hang', () => {
    const cones = (readings: HarnessReading[]) =>
      nextTests(mapHarness(plug(readings, [], ['meter', 'battery'])), OFF, 400)
        .filter((t) => t.instrument === 'cone')
        .map((t) => t.cavityId);
    expect(cones([])).toEqual([]);
    expect(cones(low)).toEqual(['k3']);
    const tweeter = [...low, tone(3, 4, 'left', 'tweeter')];
    expect(cones(tweeter)).toEqual([]);
    expect(batteryOnPair(mapHarness(plug(low)), 'k4', 'k3')).toBeNull();
    expect(batteryOnPair(mapHarness(plug(low)), 'k5', 'k6')).toContain('before a few ohms were read');
    expect(batteryOnPair(mapHarness(plug(tweeter)), 'k3', 'k4')).toContain('may feed a tweeter');
    const bus = [7, 8].flatMap((n) => [dc(n, 0.1), dc(n, 2.5, IGNITION_ON), dc(n, 2.5, RADIO_ON)]);
    const onBus = nextTests(mapHarness(plug([...bus, ohms(7, 8, 60)])), OFF, 400).filter(
      (t) => t.otherCavityId === 'k8' && t.cavityId === 'k7',
    );
    expect(onBus.map((t) => t.instrument)).not.toContain('tone');
    expect(onBus.map((t) => t.instrument)).not.toContain('cone');
  });
  it('what was measured already is worth less', () => {
    const gain = (readings: HarnessReading[]) =>
      nextTests(mapHarness(plug(readings)), OFF, 200).find(
        (t) => t.instrument === 'dc' && t.cavityId === 'k1' && t.conditions.radio === 'on',
      )?.gain ?? 0;
    expect(gain([dc(1, 0.01, RADIO_ON)])).toBeLessThan(0.5 * gain([]));
  });
});

describe('evidence', () => {
  it('says what speaks for a finding and what against, the heaviest first', () => {
    const workings = mapHarness(plug([...volts(1, 12.5, 12.3, 12.3), dc(1, 0.01)]));
    const list = evidenceFor(workings, 'k1');
    expect(list.map((e) => Math.abs(e.weight))).toEqual(
      [...list.map((e) => Math.abs(e.weight))].sort((a, b) => b - a),
    );
    expect(list.find((e) => e.saw.startsWith('12.5 V to ground'))?.means).toBe('fits battery feed');
    expect(list.find((e) => e.saw.startsWith('10 mV'))?.means).toBe('speaks against battery feed');
  });
});

describe('routines', () => {
  const ac = (value: number, conditions: Conditions) =>
    at(1, 2, { kind: 'ac', volts: value, word: null }, conditions);
  it('audio follows what is played, data does not', () => {
    const audio = [
      ac(0.002, RADIO_ON),
      ac(0.7, PLAYING),
      ac(0.69, { ...PLAYING, fader: 'front' }),
      ac(0.004, { ...PLAYING, balance: 'right' }),
    ];
    expect(dataOrAudio(audio, 'k1', 'k2')).toMatchObject({
      state: 'settled',
      conclusion: expect.stringContaining('Audio'),
    });
    const data = [ac(0.2, RADIO_ON), ac(0.21, PLAYING), ohms(1, 2, 60)];
    expect(dataOrAudio(data, 'k1', 'k2')).toMatchObject({
      state: 'settled',
      conclusion: expect.stringContaining('Data'),
    });
    expect(dataOrAudio([], 'k1', 'k2').conclusion).toContain('meter only');
  });
  it('a turn-on source is proved only by all of its tests', () => {
    const good = [
      dc(1, 11.8, RADIO_ON),
      dc(1, 0.02, IGNITION_ON),
      dc(1, 0.01, { ...OFF, moment: 'door-open' }),
      dc(1, 10.9, { ...RADIO_ON, moment: 'restart' }),
      dc(1, 0, { ...OFF, moment: 'asleep' }),
    ];
    expect(turnOnSource(good, 'k1')).toMatchObject({
      state: 'open',
      conclusion: '5 of 6 shown. It may be used once all are.',
    });
    expect(turnOnSource([...good, dc(1, 11.2, { ...RADIO_ON, moment: 'loaded' })], 'k1').state).toBe(
      'settled',
    );
    expect(turnOnSource([dc(1, 12.1, IGNITION_ON)], 'k1').conclusion).toContain('Not a turn-on source');
  });
});
