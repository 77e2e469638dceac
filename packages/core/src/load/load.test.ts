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
  it.each([
    [1, 1, ['one coil']],
    [1, 2, ['coils in series', 'coils in parallel']],
    [2, 1, ['2 drivers in parallel', '2 drivers in series']],
    [4, 1, ['4 drivers in parallel', '2 groups in series of 2 drivers in parallel', '4 drivers in series']],
    [
      2,
      2,
      [
        'coils in series, 2 drivers in parallel',
        'coils in series, 2 drivers in series',
        'coils in parallel, 2 drivers in parallel',
        'coils in parallel, 2 drivers in series',
      ],
    ],
  ])('%i drivers of %i coils are called what they are', (drivers, coils, names) => {
    expect(coilArrangements(drivers, coils, 4).map((a) => a.name)).toEqual(names);
  });
  it('a part of one is that one, so that no joint is drawn that is none', () => {
    expect(coilArrangements(1, 1, 4)).toEqual([
      {
        name: 'one coil',
        network: 'coil',
        ohm: 4,
        coils: 1,
        ifOneFails: 'If it fails, the channel is silent.',
      },
    ]);
    expect(coilArrangements(2, 1, 4).map((a) => a.network)).toEqual([
      { joined: 'parallel', parts: ['coil', 'coil'] },
      { joined: 'series', parts: ['coil', 'coil'] },
    ]);
  });
  it('eight coils of four drivers come to 1 ohm in more than one way, and fail differently', () => {
    const ways = coilArrangements(4, 2, 2).filter((a) => Math.abs(a.ohm - 1) < 1e-9);
    expect(ways.map((a) => [a.name, a.ifOneFails])).toEqual([
      ['coils in series, 4 drivers in parallel', 'If one fails open, the others go on at 1.3 Ω.'],
      [
        'coils in parallel, 2 groups in series of 2 drivers in parallel',
        'If one fails open, the others go on at 1.5 Ω, those beside it with 1.8 times the power.',
      ],
    ]);
    expect(coilArrangements(2, 1, 4).map((a) => a.ifOneFails)).toEqual([
      'If one fails open, the others go on at 4.0 Ω.',
      'If one fails open, all are silent.',
    ]);
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
    const known = loadResistor(5, { min: 10, max: 40 });
    expect(known.ohm).toBeCloseTo(20, 9);
    expect(known.says).toBe(
      '20 Ω, the middle of what the maker accepts. A sine makes 1.3 W in it: buy 5 W and screw it to metal.',
    );
  });
  it.each([
    // Into 47 ohm; on metal at 70 degC it keeps 64 % of its rating, and twice the need is bought.
    [2, 0.085, 1],
    [4, 0.34, 2],
    [9.1, 1.762, 10],
    [20, 8.51, 50],
    [40, 34.04, 200],
    [200, 851.064, 300],
  ])('%f V: %f W, bought as %i W', (volts, watts, rated) => {
    const found = loadResistor(volts);
    expect(found.watts).toBeCloseTo(watts, 2);
    expect(found.ratedWatts).toBe(rated);
  });
  it('a rating that is just enough is taken', () => {
    // 2 x 3.2 W / 0.64 = 10 W.
    const window = { min: 5, max: 5 };
    expect(loadResistor(4, window).ratedWatts).toBe(10);
    expect(loadResistor(4.001, window).ratedWatts).toBe(25);
  });
});
