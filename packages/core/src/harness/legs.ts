import { PAIR_KINDS, type PairKind } from '../readings/likelihood.ts';
import { voltsToGround } from './car-volts.ts';
import type { HarnessReading } from './harness-input.ts';

/** Under these volts two wires are at rest, and alike whatever they are. */
const AT_REST = 0.4;
/** Legs of one pair are never further apart, V; a data pair's are up to half of that. */
const APART = 0.8;

/** In the order of PAIR_KINDS; null where nothing can be compared. */
export type LegLogs = (a: string, b: string) => readonly number[] | null;

/** By cavity: direct volts to ground under each set of conditions, the newest reading of each. */
export type LegVolts = ReadonlyMap<string, ReadonlyMap<string, number>>;

export function legVolts(readings: readonly HarnessReading[]): LegVolts {
  const byCavity = new Map<string, Map<string, number>>();
  for (const r of readings) {
    const volts = voltsToGround(r);
    if (volts === null) continue;
    const { ignition, radio, sound, plug } = r.conditions;
    const own = byCavity.get(r.cavityId) ?? new Map<string, number>();
    own.set([ignition, radio, sound, plug].join(), volts);
    byCavity.set(r.cavityId, own);
  }
  return byCavity;
}

/** Volts of two wires under the same conditions, where at least one is above nothing. */
function compared(legs: LegVolts, a: string, b: string): [number, number][] {
  const [first, second] = [legs.get(a), legs.get(b)];
  if (!first || !second) return [];
  return [...first].flatMap(([key, x]): [number, number][] => {
    const y = second.get(key);
    return y === undefined || Math.max(Math.abs(x), Math.abs(y)) < AT_REST ? [] : [[x, y]];
  });
}

const bell = (x: number, sd: number) => Math.exp(-0.5 * (x / sd) ** 2) / sd;

/** A bias of a capsule on one of two, nothing on the other. */
const isFed = (x: number, y: number) => Math.min(x, y) < 0.3 && Math.max(x, y) > 1.5 && Math.max(x, y) < 10;

/** Whether one of two wires was seen to carry a microphone's bias and the other nothing. */
export const oneFed = (legs: LegVolts, a: string, b: string): boolean =>
  compared(legs, a, b).some(([x, y]) => isFed(x, y));

/** How likely two wires of one pair rest so, against two that have nothing to do with each other. */
function ratio(kind: PairKind, x: number, y: number): number {
  const apart = Math.abs(x - y);
  // Wires of one unit often rest alike without being a pair.
  const strangers = 0.5 * bell(apart, 0.15) + 0.5 * bell(apart, 2.5);
  switch (kind) {
    case 'output':
      return (0.95 * bell(apart, 0.12) + 0.02 * bell(apart, 2)) / strangers;
    case 'input':
      return (0.93 * bell(apart, 0.12) + 0.03 * bell(apart, 2)) / strangers;
    case 'data':
      return (0.9 * bell(apart - 0.3, 0.25) + 0.1 * bell(apart, 1)) / strangers;
    case 'microphone': {
      // The capsule is fed through one of the two.
      return (isFed(x, y) ? 0.5 : 0.15 * bell(apart, 0.12) + 0.1 * bell(apart, 3)) / strangers;
    }
  }
}

/**
 * What the direct volts of two legs say of each kind of pair, logarithms of likelihood ratios: the legs of a bridge and
 * of a differential line rest alike. Readings of several states repeat each other, so the worst one counts.
 */
export function legLogs(legs: LegVolts): LegLogs {
  const known = new Map<string, readonly number[] | null>();
  return (a, b) => {
    const key = `${a} ${b}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const both = compared(legs, a, b);
    const logs =
      both.length === 0
        ? null
        : PAIR_KINDS.map((kind) => Math.min(...both.map(([x, y]) => Math.log(ratio(kind, x, y)))));
    known.set(key, logs);
    return logs;
  };
}

/** Two wires that stand apart under the same conditions: no bridge and no line rests so. */
export const standApart = (legs: LegVolts, a: string, b: string): boolean =>
  compared(legs, a, b).some(([x, y]) => Math.abs(x - y) > APART);
