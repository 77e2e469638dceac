import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Circuit, GROUND, type Part } from './nodal.ts';

const resistor = (a: string, b: string, ohm: number): Part => ({ kind: 'resistor', a, b, ohm });
const battery = { plus: 'in', minus: GROUND, volts: 10, ohm: 1 };

describe('nodal analysis', () => {
  it('divides volts as Ohm and Kirchhoff say', () => {
    const at = new Circuit([resistor('in', 'mid', 4), resistor('mid', GROUND, 5)], [battery]).solve([
      battery,
    ]);
    expect(at('in')).toBeCloseTo(9, 6);
    expect(at('mid')).toBeCloseTo(5, 6);
    expect(at('nowhere')).toBe(0);
  });

  it('balances a bridge of four resistors, and says what a fifth carries where it is off balance', () => {
    const bridge = (x: number) =>
      new Circuit(
        [
          resistor('in', 'l', 100),
          resistor('in', 'r', 200),
          resistor('l', GROUND, 300),
          resistor('r', GROUND, x),
          resistor('l', 'r', 50),
        ],
        [battery],
      ).solve([battery]);
    expect(bridge(600)('l') - bridge(600)('r')).toBeCloseTo(0, 6);
    // Star-delta by hand: the node equations solved with fractions.
    const at = bridge(100);
    const [vin, l, r] = [at('in'), at('l'), at('r')];
    expect((vin - l) / 100 - l / 300 - (l - r) / 50).toBeCloseTo(0, 6);
    expect((vin - r) / 200 - r / 100 + (l - r) / 50).toBeCloseTo(0, 6);
    expect((10 - vin) / 1 - (vin - l) / 100 - (vin - r) / 200).toBeCloseTo(0, 6);
  });

  it('amplifies what lies between two nodes, behind its output resistance, and turns it over', () => {
    const amplifier = (gain: number): Part => ({
      kind: 'amplifier',
      at: 'out',
      ohm: 1,
      of: [{ plus: 'in', minus: GROUND, gain }],
    });
    const parts = [resistor('in', GROUND, 9), resistor('out', GROUND, 3)];
    for (const gain of [2, -0.5])
      expect(new Circuit([...parts, amplifier(gain)], [battery]).solve([battery])('out')).toBeCloseTo(
        9 * gain * 0.75,
        5,
      );
  });

  it('gives a ladder of any resistors what adding them up gives', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 1e5, noNaN: true }), { minLength: 2, maxLength: 40 }),
        (ohms) => {
          const node = (n: number) => (n === ohms.length ? GROUND : n === 0 ? 'in' : `n${n}`);
          const parts = ohms.map((ohm, n) => resistor(node(n), node(n + 1), ohm));
          const at = new Circuit(parts, [battery]).solve([battery]);
          const total = ohms.reduce((a, b) => a + b, 1);
          const below = ohms.slice(1).reduce((a, b) => a + b, 0);
          expect(at('n1') / ((10 * below) / total)).toBeCloseTo(1, 2);
        },
      ),
    );
  });

  it('leaves what hangs on nothing at rest, and refuses what is no resistance', () => {
    expect(new Circuit([resistor('a', 'b', 4)], [battery]).solve([battery])('a')).toBeCloseTo(0, 9);
    expect(() => new Circuit([resistor('a', 'b', 0)], [])).toThrow(/between a and b/);
  });
});
