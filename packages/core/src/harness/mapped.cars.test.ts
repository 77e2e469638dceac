import { describe, expect, it } from 'vitest';
import {
  circuitCar,
  circuitInput,
  harnessOf,
  inOrder,
  OFF,
  readCircuit,
  rolesOf,
  SimulatedHand,
  variedWiring,
} from '../carsim/index.ts';
import type { HarnessReading } from './harness-input.ts';
import { SETTLED } from './judged.ts';
import { isSettled, mapHarness } from './map-harness.ts';
import { nextTests } from './next-test.ts';

describe('simulated cars', () => {
  it('are mapped by the whole routine in spite of slips and wrong sheets', () => {
    let [roles, wires, pairs, right] = [0, 0, 0, 0];
    for (let n = 1; n <= 40; n++) {
      const wiring = variedWiring({ seed: n * 104_729, ...(n % 3 === 0 && { sheet: 'wrong' as const }) });
      const readings = inOrder(wiring, new SimulatedHand(wiring, { seed: n, slipRate: 0.02 }));
      const { map } = mapHarness(harnessOf(wiring, readings));
      for (const c of map.cavities) {
        wires++;
        if (wiring.cavities[Number(c.cavityId)].role === c.role) roles++;
      }
      for (const truth of wiring.pairs) {
        if (truth.kind === 'data') continue;
        pairs++;
        const pair = map.pairs.find(
          (p) => p.plusCavityId === String(truth.plus) && p.minusCavityId === String(truth.minus),
        );
        if (JSON.stringify(pair?.channel?.channel) === JSON.stringify(truth.channel)) right++;
      }
    }
    expect(roles / wires).toBeGreaterThan(0.98);
    expect(right / pairs).toBeGreaterThan(0.96);
  });
  it('following the next test settles a car with far fewer readings', () => {
    const wiring = variedWiring({ seed: 77, connectors: 2, sheet: 'none', reversedPairs: 1 });
    const ordered = inOrder(wiring, new SimulatedHand(wiring, { seed: 4, slipRate: 0 })).length;
    const hand = new SimulatedHand(wiring, { seed: 5, slipRate: 0 });
    const readings: HarnessReading[] = [];
    let workings = mapHarness(harnessOf(wiring, readings));
    for (let [test] = nextTests(workings, OFF, 1); test; [test] = nextTests(workings, test.conditions, 1)) {
      const other = test.otherCavityId === null ? null : Number(test.otherCavityId);
      const { observation } = hand.take(test.instrument, Number(test.cavityId), other, test.conditions);
      const { cavityId, otherCavityId, conditions } = test;
      readings.push({ id: `n${readings.length}`, cavityId, otherCavityId, observation, conditions });
      workings = mapHarness(harnessOf(wiring, readings));
    }
    expect(readings.length).toBeLessThan(0.7 * ordered);
    const audio = wiring.pairs.filter((p) => p.kind !== 'data');
    for (const truth of audio) {
      const pair = workings.map.pairs.find((p) => p.plusCavityId === String(truth.plus));
      expect(pair).toMatchObject({ minusCavityId: String(truth.minus), channel: { channel: truth.channel } });
    }
    expect(workings.map.cavities.filter((c) => isSettled(workings.map, c)).length).toBeGreaterThan(
      0.8 * workings.wires.length,
    );
  });
  it('circuits that share no rates with the map: what is settled is right, and what only fits is not called sure', () => {
    const settled = { roles: 0, pairs: 0, channels: 0 };
    const wrong = { roles: 0, pairs: 0, channels: 0 };
    for (let n = 501; n <= 620; n++) {
      const car = circuitCar(n);
      // Somebody in a hurry, about four readings a wire.
      const readings = readCircuit(car, { share: n % 2 === 0 ? 0.38 : 0.7, slips: 0.02, ears: 0.02 });
      const { map } = mapHarness(circuitInput(car, readings));
      for (const c of map.cavities.filter((f) => f.state === 'settled')) {
        settled.roles++;
        if (!rolesOf(car.wires[Number(c.cavityId)].part).includes(c.role)) wrong.roles++;
      }
      for (const p of map.pairs) {
        const ends = [p.plusCavityId, p.minusCavityId].map(Number);
        const truth = car.pairs.find((t) => ends.includes(t.plus) && ends.includes(t.minus));
        if (p.state === 'settled') settled.pairs++;
        if (p.state === 'settled' && truth?.kind !== p.kind) wrong.pairs++;
        if (p.channel?.state !== 'settled' || !truth) continue;
        settled.channels++;
        if (JSON.stringify(truth.channel) !== JSON.stringify(p.channel.channel)) wrong.channels++;
      }
    }
    expect(settled.roles).toBeGreaterThan(800);
    expect(wrong.roles / settled.roles).toBeLessThan(0.01);
    expect(settled.pairs).toBeGreaterThan(350);
    expect(wrong.pairs / settled.pairs).toBeLessThan(0.01);
    expect(settled.channels).toBeGreaterThan(80);
    expect(wrong.channels / settled.channels).toBeLessThan(0.04);
  });
  it('no pair is settled by what fits: something was measured across it', () => {
    let [settled, fitting] = [0, 0];
    for (let n = 1; n <= 25; n++) {
      const wiring = variedWiring({ seed: n * 7919, connectors: 2 });
      const taken = inOrder(wiring, new SimulatedHand(wiring, { seed: n, slipRate: 0 }));
      // What was read across every third wire was never read.
      const readings = taken.filter((r) => r.otherCavityId === null || Number(r.cavityId) % 3 !== 0);
      const across = new Set(
        readings.flatMap((r) =>
          r.otherCavityId === null ? [] : [r.cavityId, r.otherCavityId].sort().join(),
        ),
      );
      for (const { plusCavityId, minusCavityId, state, probability } of mapHarness(
        harnessOf(wiring, readings),
      ).map.pairs) {
        const seen = across.has([plusCavityId, minusCavityId].sort().join());
        if (state === 'settled') settled++;
        if (!seen && probability >= SETTLED) fitting++;
        expect([state, seen]).not.toEqual(['settled', false]);
      }
    }
    expect(settled).toBeGreaterThan(50);
    // Without the rule these would have been settled.
    expect(fitting).toBeGreaterThan(5);
  });
});
