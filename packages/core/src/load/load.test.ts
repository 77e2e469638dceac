import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LOAD_ENOUGH_OHM, loadResistor } from './load-resistor.ts';
import { coilArrangements, networkOhm } from './voice-coils.ts';

describe('coilArrangements', () => {
  it.each([
    [1, 1, 4, [4]],
    [1, 2, 4, [8, 2]],
    [1, 2, 2, [4, 1]],
    [2, 1, 4, [2, 8]],
    [2, 2, 4, [4, 16, 1, 4]],
    [3, 1, 4, [4 / 3, 12]],
    [4, 1, 4, [1, 4, 16]],
  ])('%i drivers of %i coils of %i ohm', (drivers, coils, ohm, expected) => {
    const found = coilArrangements(drivers, coils, ohm).map((a) => a.ohm);
    expect(found.map((o) => o.toFixed(3)).sort()).toEqual(expected.map((o) => o.toFixed(3)).sort());
  });
  it('every coil gets the same share of the power, and the impedance follows the coil', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 2 }),
        fc.double({ min: 0.5, max: 16, noNaN: true }),
        (drivers, coils, ohm) => {
          const list = coilArrangements(drivers, coils, ohm);
          expect(new Set(list.map((a) => JSON.stringify(a.network))).size).toBe(list.length);
          for (const { network, ohm: whole, coils: n } of list) {
            expect(n).toBe(drivers * coils);
            expect(networkOhm(network, 2 * ohm)).toBeCloseTo(2 * whole, 9);
            // Power in each coil for 1 A into the whole, by walking the network.
            const powers = powerOf(network, 1, ohm);
            expect(powers).toHaveLength(n);
            for (const p of powers) expect(p).toBeCloseTo(whole / n, 9);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});

function powerOf(network: Parameters<typeof networkOhm>[0], amps: number, ohm: number): number[] {
  if (network === 'coil') return [amps * amps * ohm];
  const whole = networkOhm(network, ohm);
  return network.parts.flatMap((part) =>
    powerOf(part, network.joined === 'series' ? amps : (amps * whole) / networkOhm(part, ohm), ohm),
  );
}

describe('loadResistor', () => {
  it('is rated for a sine at the clean maximum, twice over and derated', () => {
    const { ohm, watts, ratedWatts, says } = loadResistor(9.1);
    expect(ohm).toBeLessThan(LOAD_ENOUGH_OHM);
    expect(watts).toBeCloseTo(9.1 ** 2 / ohm, 9);
    expect(ratedWatts).toBeGreaterThanOrEqual(2 * watts);
    expect(says).toContain('not known');
  });
  it('takes the middle of a known window', () => {
    expect(loadResistor(5, { min: 10, max: 40 }).ohm).toBeCloseTo(20, 9);
  });
});
