import { describe, expect, it } from 'vitest';
import type { Way } from '../model/words.ts';
import type { Observation } from '../readings/index.ts';
import { batteryOnPair } from './battery.ts';

type Workings = Parameters<typeof batteryOnPair>[0];
type Taken = [first: number, second: number, observation: Observation];
interface Heard {
  way: Way;
  probability: number;
}
const metered = (ohms: number | null): Observation => ({
  kind: 'ohms',
  ohms,
  word: ohms === null ? 'open' : null,
});
const heard = ({ way, probability }: Heard) => ({
  channel: { side: 'left', axle: 'front', way },
  probability,
});

/** k0 and k1 are one pair, k2 and k3 another; what was read across them, and what the first pair is, likeliest first. */
function onPair(
  readings: Taken[],
  [top, ...others]: Heard[] = [],
  [first, second]: [string, string] = ['k0', 'k1'],
) {
  const pairs = [
    {
      plusCavityId: 'k1',
      minusCavityId: 'k0',
      channel: top ? { ...heard(top), others: others.map(heard) } : null,
    },
    { plusCavityId: 'k2', minusCavityId: 'k3', channel: null },
  ];
  const workings = {
    readings: readings.map(([i, j, observation]) => ({
      reading: { cavityId: `k${i}`, otherCavityId: j < 0 ? null : `k${j}`, observation },
    })),
    map: { pairs },
  } as unknown as Workings;
  return batteryOnPair(workings, first, second);
}
const BEFORE = expect.stringContaining('before a few ohms were read') as string;
const TWEETER = expect.stringContaining('may feed a tweeter') as string;

describe('a 1.5 V cell goes on a pair', () => {
  it('across which less than 20 ohm were read, whichever end was named first', () => {
    expect(onPair([[0, 1, metered(3.7)]])).toBeNull();
    expect(onPair([[1, 0, metered(3.7)]])).toBeNull();
    expect(onPair([[0, 1, metered(19.9)]])).toBeNull();
    expect(onPair([[0, 1, metered(20)]])).toEqual(BEFORE);
    expect(onPair([[0, 1, metered(null)]])).toEqual(BEFORE);
    expect(
      onPair([
        [0, 1, metered(null)],
        [0, 1, metered(4)],
      ]),
    ).toBeNull();
    expect(onPair([])).toEqual(BEFORE);
  });
  it('not by ohms that were read elsewhere: to ground, to one of the two, across another pair', () => {
    for (const [i, j] of [
      [0, -1],
      [1, -1],
      [0, 2],
      [2, 0],
      [1, 2],
      [2, 1],
      [2, 3],
      [0, 0],
      [1, 1],
    ])
      expect(onPair([[i, j, metered(3.7)]])).toEqual(BEFORE);
  });
  it('not by a reading of another kind', () => {
    expect(onPair([[0, 1, { kind: 'dc', volts: 3, word: null }]])).toEqual(BEFORE);
    expect(onPair([[0, 1, { kind: 'note', text: '4 ohm?' }]])).toEqual(BEFORE);
    expect(onPair([[0, 1, { kind: 'tone', places: [], word: 'nothing' }]])).toEqual(BEFORE);
  });
  it('never where a tweeter may hang', () => {
    const on = (...channels: Heard[]) => onPair([[0, 1, metered(3.7)]], channels);
    const tweeter = (probability: number): Heard => ({ way: 'tweeter', probability });
    const woofer = (probability: number): Heard => ({ way: 'woofer', probability });
    expect(on(tweeter(0.31))).toEqual(TWEETER);
    expect(on(tweeter(1))).toEqual(TWEETER);
    expect(on(tweeter(0.3))).toBeNull();
    expect(on(woofer(1))).toBeNull();
    expect(on()).toBeNull();
    // What is less likely than something else may be so all the same, and left and right of it count together.
    expect(on(woofer(0.5), tweeter(0.31))).toEqual(TWEETER);
    expect(on(woofer(0.5), tweeter(0.2), tweeter(0.15))).toEqual(TWEETER);
    expect(on(woofer(0.6), tweeter(0.2))).toBeNull();
    // Before any ohms, that is what is asked for first.
    expect(onPair([], [tweeter(1)])).toEqual(BEFORE);
  });
  it('nor where one of the two wires may feed a tweeter, whatever the map pairs them with', () => {
    const tweeter: Heard[] = [{ way: 'tweeter', probability: 1 }];
    expect(onPair([[0, 2, metered(3.7)]], tweeter, ['k0', 'k2'])).toEqual(TWEETER);
    expect(onPair([[2, 1, metered(3.7)]], tweeter, ['k2', 'k1'])).toEqual(TWEETER);
    expect(onPair([[2, 3, metered(3.7)]], tweeter, ['k2', 'k3'])).toBeNull();
  });
  it('not on a cavity that is not there', () => {
    expect(onPair([[0, 1, metered(3.7)]], [], ['k0', 'k9'])).toEqual(BEFORE);
    expect(onPair([[0, 1, metered(3.7)]], [], ['k9', 'k1'])).toEqual(BEFORE);
    expect(onPair([[0, 1, metered(3.7)]], [], ['k8', 'k9'])).toEqual(BEFORE);
  });
});
