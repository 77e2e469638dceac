import { describe, expect, it } from 'vitest';
import type { Way } from '../model/words.ts';
import type { Observation } from '../readings/index.ts';
import { batteryOnPair } from './battery.ts';

type Workings = Parameters<typeof batteryOnPair>[0];
type Taken = [first: number, second: number, observation: Observation];
const metered = (ohms: number | null): Observation => ({
  kind: 'ohms',
  ohms,
  word: ohms === null ? 'open' : null,
});

/** Cavities k0 to k3: k0 and k1 are one pair, k2 and k3 another; what was read across them, and what the first pair is. */
function onPair(
  readings: Taken[],
  channel: { way: Way; probability: number } | null = null,
  ids: [string, string] = ['k0', 'k1'],
) {
  const workings = {
    indexOf: new Map([0, 1, 2, 3].map((i) => [`k${i}`, i])),
    readings: readings.map(([i, j, observation]) => ({ i, j, reading: { observation } })),
    map: {
      cavities: [0, 0, 1, 1, null].map((pair) => ({ pair })),
      pairs: [
        channel && {
          channel: {
            channel: { side: 'left', axle: 'front', way: channel.way },
            probability: channel.probability,
          },
        },
        null,
      ].map((p) => p ?? { channel: null }),
    },
  } as unknown as Workings;
  return batteryOnPair(workings, ...ids);
}
const BEFORE = expect.stringContaining('before a few ohms were read') as string;
const TWEETER = expect.stringContaining('may go to a tweeter') as string;

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
    const on = (way: Way, probability: number) => onPair([[0, 1, metered(3.7)]], { way, probability });
    expect(on('tweeter', 0.31)).toEqual(TWEETER);
    expect(on('tweeter', 1)).toEqual(TWEETER);
    expect(on('tweeter', 0.3)).toBeNull();
    expect(on('woofer', 1)).toBeNull();
    expect(onPair([[0, 1, metered(3.7)]])).toBeNull();
    // Before any ohms, that is what is asked for first.
    expect(onPair([], { way: 'tweeter', probability: 1 })).toEqual(BEFORE);
  });
  it('of two wires that the map does not pair, no channel is known', () => {
    const tweeter = { way: 'tweeter' as const, probability: 1 };
    expect(onPair([[0, 2, metered(3.7)]], tweeter, ['k0', 'k2'])).toBeNull();
    expect(onPair([[2, 0, metered(3.7)]], tweeter, ['k2', 'k0'])).toBeNull();
  });
  it('not on a cavity that is not there', () => {
    expect(onPair([[0, 1, metered(3.7)]], null, ['k0', 'k9'])).toEqual(BEFORE);
    expect(onPair([[0, 1, metered(3.7)]], null, ['k9', 'k1'])).toEqual(BEFORE);
    expect(onPair([[0, 1, metered(3.7)]], null, ['k8', 'k9'])).toEqual(BEFORE);
  });
});
