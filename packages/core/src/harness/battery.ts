import type { PairFinding } from './finding-types.ts';
import type { HarnessWorkings } from './map-harness.ts';

/** Ohms up to which something is a driver and neither an input nor a tweeter behind its capacitor. */
const DRIVER = 20;

/** From here on a pair is taken for one that may feed a tweeter. */
const MAYBE_TWEETER = 0.3;

const mayBeTweeter = ({ channel }: PairFinding): boolean => {
  const told = channel ? [channel, ...channel.others] : [];
  const tweeter = told.reduce((sum, c) => sum + (c.channel.way === 'tweeter' ? c.probability : 0), 0);
  return tweeter > MAYBE_TWEETER;
};

/**
 * Why a 1.5 V cell may not go on a pair, or null when it may: only where a few ohms were read, and never where a tweeter
 * may hang on either wire. Where and on which side it may be touched at all is `batteryLock`.
 */
export function batteryOnPair(
  { map, readings }: Pick<HarnessWorkings, 'map' | 'readings'>,
  first: string,
  second: string,
): string | null {
  const isDriver = readings.some(({ reading: { cavityId, otherCavityId, observation: o } }) => {
    const across =
      cavityId === first ? otherCavityId === second : cavityId === second && otherCavityId === first;
    return across && o.kind === 'ohms' && o.ohms !== null && o.ohms < DRIVER;
  });
  if (!isDriver)
    return 'No battery before a few ohms were read across these two: an input, a microphone or a tweeter behind its capacitor may hang there.';
  const touched = map.pairs.filter(({ plusCavityId, minusCavityId }) =>
    [first, second].some((id) => id === plusCavityId || id === minusCavityId),
  );
  return touched.some(mayBeTweeter)
    ? 'One of these wires may feed a tweeter: no battery there, not even for a moment. Use a polarity tester, or play the tone first to hear which driver it is.'
    : null;
}
