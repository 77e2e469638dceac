import { describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../cars/index.ts';
import { SimulatedHand } from './meter.ts';
import { IGNITION_ON, inOrder, OFF, PLAYING, RADIO_ON } from './routine.ts';
import { variedWiring } from './varied-wiring.ts';
import { bestReadings, wiringOfCar } from './wiring-of-car.ts';

const seeds = Array.from({ length: 25 }, (_, i) => i + 1);
const sure = (seed: number) => {
  const wiring = variedWiring({ seed });
  return { wiring, hand: new SimulatedHand(wiring, { seed, slipRate: 0 }) };
};

describe('simulated wiring', () => {
  it.each(seeds)('car %d is the same every time, and whole', (seed) => {
    const wiring = variedWiring({ seed });
    expect(variedWiring({ seed })).toEqual(wiring);
    for (const [i, c] of wiring.cavities.entries()) {
      const pair = c.pair === null ? null : wiring.pairs[c.pair];
      expect(pair === null || pair.plus === i || pair.minus === i).toBe(true);
      if (pair) expect(c.role).toBe(pair.kind);
      if (c.twistedWith !== null) expect(wiring.cavities[c.twistedWith].twistedWith).toBe(i);
    }
    for (const role of ['battery', 'ground'] as const)
      expect(wiring.cavities.some((c) => c.role === role)).toBe(true);
    wiring.connectors.forEach((c, n) => {
      const empty = wiring.cavities.filter((v) => v.connector === n && v.wire === null).map((v) => v.number);
      expect(c.fields.empty).toEqual(empty);
    });
  });

  it('a steady hand reads what physics says', () => {
    for (const seed of seeds) {
      const { wiring, hand } = sure(seed);
      const volts = (i: number, conditions = OFF) => {
        const o = hand.take('dc', i, null, conditions).observation;
        return o.kind === 'dc' ? o.volts : null;
      };
      wiring.cavities.forEach((c, i) => {
        if (c.role === 'battery') expect(volts(i)).toBeGreaterThan(11);
        if (c.role === 'ground') expect(Math.abs(volts(i, RADIO_ON)!)).toBeLessThan(0.1);
        if (c.role === 'switched') expect([volts(i)! < 1, volts(i, IGNITION_ON)! > 10]).toEqual([true, true]);
        if (c.role === 'remote')
          expect([volts(i, IGNITION_ON)! < 1, volts(i, RADIO_ON)! > 4]).toEqual([true, true]);
      });
      for (const pair of wiring.pairs) {
        const ohms = hand.take('ohms', pair.plus, pair.minus, OFF).observation;
        if (pair.kind === 'output' && ohms.kind === 'ohms' && pair.driverOhms !== null)
          expect(ohms.ohms! / pair.driverOhms).toBeCloseTo(1.05, 0);
        const cone = hand.take(
          'cone',
          pair.plus,
          pair.minus,
          pair.kind === 'input' ? PLAYING : OFF,
        ).observation;
        if (pair.kind === 'data') expect(cone).toMatchObject({ moves: 'none' });
        const ac = (steer: object) => {
          const o = hand.take('ac', pair.plus, pair.minus, { ...PLAYING, ...steer }).observation;
          return o.kind === 'ac' ? o.volts! : 0;
        };
        if (pair.kind === 'input' && pair.channel?.side === 'left')
          expect(ac({ balance: 'left' })).toBeGreaterThan(20 * ac({ balance: 'right' }));
      }
    }
  });

  it('slips as often as it is told, some of them twice in a row', () => {
    const wiring = variedWiring({ seed: 3 });
    const hand = new SimulatedHand(wiring, { seed: 9, slipRate: 0.02 });
    const slips = Array.from({ length: 20_000 }, () => hand.take('dc', 2, null, OFF).slipped);
    const share = slips.filter(Boolean).length / slips.length;
    expect(share).toBeGreaterThan(0.02);
    expect(share).toBeLessThan(0.032);
    const again = slips.filter((s, i) => s && slips[i + 1]).length / slips.filter(Boolean).length;
    expect(again).toBeGreaterThan(0.15);
  });

  it('the wrong sheet is wrong and the right one mostly right', () => {
    for (const seed of seeds) {
      const share = (sheet: 'right' | 'wrong') => {
        const { sheet: made, cavities, pairs } = variedWiring({ seed, sheet });
        const rows = made!.rows.filter((r) => r.channel !== null);
        const good = rows.filter((r) => {
          const { pair } = cavities[r.cavity];
          return pair !== null && JSON.stringify(pairs[pair].channel) === JSON.stringify(r.channel);
        });
        return good.length / rows.length;
      };
      expect(share('right')).toBe(1);
      expect(share('wrong')).toBeLessThan(0.75);
    }
  });
});

describe('the demo car', () => {
  it('has its outputs where the record says, and readings that fit them', () => {
    const [carrier] = DEMO_CARS;
    const wiring = wiringOfCar(carrier, carrier.harness!);
    const outputs = carrier.units[0].outputs.map((o) => o.at);
    const drawn = wiring.pairs
      .filter((p) => p.kind === 'output')
      .map((p) => {
        const plus = wiring.cavities[p.plus];
        return [wiring.connectors[plus.connector].fields.name, plus.number, wiring.cavities[p.minus].number];
      });
    expect(drawn).toEqual(outputs);
    expect(bestReadings(wiring, 12)).toEqual(bestReadings(wiring, 12));
    expect(inOrder(wiring, new SimulatedHand(wiring, { seed: 1, slipRate: 0 })).length).toBeGreaterThan(150);
  });
});
