import type { HarnessWorkings } from './map-harness.ts';

/** Ohms up to which something is a driver and neither an input nor a tweeter behind its capacitor. */
const DRIVER = 20;

/**
 * Why a 1.5 V cell may not go on a pair, or null when it may: only where a few ohms were read, and never on a tweeter.
 * Where and on which side it may be touched at all is `batteryLock`.
 */
export function batteryOnPair(
  { map, indexOf, readings }: Pick<HarnessWorkings, 'map' | 'indexOf' | 'readings'>,
  first: string,
  second: string,
): string | null {
  const [a, b] = [indexOf.get(first), indexOf.get(second)];
  const isDriver = readings.some(
    ({ i, j, reading: { observation: o } }) =>
      o.kind === 'ohms' &&
      o.ohms !== null &&
      o.ohms < DRIVER &&
      ((i === a && j === b) || (i === b && j === a)),
  );
  if (!isDriver)
    return 'No battery before a few ohms were read across these two: an input, a microphone or a tweeter behind its capacitor may hang there.';
  const pair = a === undefined ? null : map.cavities[a].pair;
  const channel = pair === null || pair !== map.cavities[b ?? -1]?.pair ? null : map.pairs[pair].channel;
  return channel !== null && channel.channel.way === 'tweeter' && channel.probability > 0.3
    ? 'This pair may go to a tweeter: no battery there, not even for a moment. Use the polarity tester.'
    : null;
}
