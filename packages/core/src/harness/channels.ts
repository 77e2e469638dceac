import type { Conditions } from '../model/conditions.ts';
import type { HeardPlace } from '../readings/tone.ts';
import type { Axle, Channel, Side, Way } from '../model/words.ts';
import { normalised } from './log-probabilities.ts';
import type { WeightedReading } from './weighted-readings.ts';

const WAYS: readonly Way[] = ['full', 'woofer', 'midrange', 'tweeter'];
const SIDES: readonly Side[] = ['left', 'right'];
const AXLES: readonly Axle[] = ['front', 'rear'];

/** The channels of factory systems; where a signal belongs is one of these. */
export const CHANNELS: readonly Channel[] = [
  ...SIDES.flatMap((side) => AXLES.flatMap((axle) => WAYS.map((way): Channel => ({ side, axle, way })))),
  { side: 'centre', axle: 'front', way: 'full' },
  { side: 'mono', axle: 'other', way: 'subwoofer' },
  { side: 'left', axle: 'other', way: 'full' },
  { side: 'right', axle: 'other', way: 'full' },
];

/** What is common: inputs are mostly full range; rears mostly one pair. */
function prior({ side, axle, way }: Channel, kind: 'input' | 'output'): number {
  if (axle === 'other') return way === 'subwoofer' ? 0.06 : kind === 'input' ? 0.05 : 0.01;
  if (side === 'centre') return 0.05;
  if (kind === 'input') return way === 'full' ? 0.2 : 0.0015;
  if (axle === 'rear') return way === 'full' ? 0.13 : 0.02;
  return { full: 0.06, woofer: 0.08, midrange: 0.05, tweeter: 0.08, subwoofer: 0 }[way];
}

const shares = (kind: 'input' | 'output'): number[] => {
  const sum = CHANNELS.reduce((s, c) => s + prior(c, kind), 0);
  return CHANNELS.map((c) => prior(c, kind) / sum);
};

/** How common each channel is among inputs and outputs, in the order of CHANNELS. */
export const CHANNEL_PRIOR = { input: shares('input'), output: shares('output') };

export interface ChannelInput {
  kind: 'input' | 'output';
  unit: number;
  readings: readonly WeightedReading[];
  /** logarithm of the likelihood ratio of each channel, from sheets */
  claimedChannel: Float64Array;
}

/** Per pair, in the order of CHANNELS. */
export interface ChannelBeliefs {
  /** probability, everything taken together */
  joint: Float64Array[];
  /** log likelihood from the pair's own readings only */
  evidence: Float64Array[];
  /** probability from what its siblings leave over alone, by measurements */
  siblings: Float64Array[];
  /** how many more pairs of outputs are expected than have been found */
  unseen: number;
}

/** Most slips miss the pair altogether and show nothing; this share shows another pair's place. */
const ASTRAY = 0.004;

/** Balance and fader do nothing to inputs that are made quieter in the amplifier itself. */
const NOT_FOLLOWING = 0.05;

/** Whether audio is still there when balance or fader points away from a channel. */
export function presence(
  channel: Channel,
  balance: Conditions['balance'],
  fader: Conditions['fader'],
): number {
  let p = 0.97;
  if (balance !== 'centre') {
    if (channel.side === 'left' || channel.side === 'right') p = channel.side === balance ? p : 0.03;
    else p = 0.85;
  }
  if (fader !== 'centre') {
    if (channel.axle === 'front' || channel.axle === 'rear') {
      const centre = channel.side === 'centre' ? 0.4 : 0.03;
      p = channel.axle === fader ? p : Math.min(p, centre);
    } else p = Math.min(p, channel.way === 'subwoofer' ? 0.8 : 0.95);
  }
  return (1 - NOT_FOLLOWING) * p + NOT_FOLLOWING * 0.97;
}

function heardAt(places: readonly HeardPlace[], channel: Channel): number {
  const [first] = places;
  const sameSide = places.every((p) => p.side === channel.side);
  const sameAxle = places.every((p) => p.axle === channel.axle);
  const place = sameSide && sameAxle ? 0.94 : sameSide || sameAxle ? 0.006 : 0.002;
  const ways = new Set(places.flatMap((p) => (p.way ? [p.way] : [])));
  const whole = channel.way === 'full';
  if (channel.side === 'centre' || channel.way === 'subwoofer') return place;
  if (ways.size === 0) return place * 0.3;
  if (ways.size > 1) return place * (whole ? 0.9 : 0.005);
  // One driver heard: that way, or a full-range pair whose other driver was not noticed.
  const told = first.way ?? [...ways][0];
  return place * (whole ? (told === 'woofer' ? 0.35 : 0.06) : told === channel.way ? 0.7 : 0.01);
}

/** log likelihood of each channel from the readings of one pair */
export function fromReadings({ readings }: ChannelInput): Float64Array {
  const logs = new Float64Array(CHANNELS.length);
  const loudest = Math.max(
    0,
    ...readings.map(({ reading: { observation: o } }) => (o.kind === 'ac' ? (o.volts ?? 0) : 0)),
  );
  for (const { reading, weight } of readings) {
    const { observation: o, conditions: c } = reading;
    if (o.kind === 'tone' && o.places.length > 0) {
      CHANNELS.forEach(
        (channel, n) =>
          (logs[n] += weight * Math.log((1 - ASTRAY) * heardAt(o.places, channel) + ASTRAY * 0.05)),
      );
    }
    const steered = c.balance !== 'centre' || c.fader !== 'centre';
    if (o.kind === 'ac' && o.volts !== null && steered && c.sound === 'playing' && c.radio === 'on') {
      const present = o.volts > Math.max(0.03, 0.3 * loudest);
      CHANNELS.forEach((channel, n) => {
        const p = presence(channel, c.balance, c.fader);
        logs[n] += weight * Math.log((1 - ASTRAY) * (present ? p : 1 - p) + ASTRAY * 0.5);
      });
    }
  }
  return logs;
}

/**
 * How much the evidence counts: readings of one pair agree more often than the rates above say of each alone, and
 * sheets err together on outputs more than on inputs. Set so that stated probabilities come true (docs/accuracy.md).
 */
const SHARE = { readings: 1.2, claims: { input: 1.08, output: 0.93 } };

/** A second pair of the same channel in the same unit is unusual, but for subwoofer coils. */
const TWICE = 0.02;

/**
 * Probability of every channel (in the order of CHANNELS) for every pair. What one pair surely is, the others of its
 * kind in the unit most likely are not: elimination.
 *
 * @param unseenOutputs how many more pairs of outputs are expected than have been found
 */
export function channelBeliefs(pairs: readonly ChannelInput[], unseenOutputs: number): ChannelBeliefs {
  const evidence = pairs.map(fromReadings);
  const claimed = pairs.map((p) => p.claimedChannel.map((v) => v * SHARE.claims[p.kind]));
  const own = evidence.map((logs, i) =>
    logs.map((v, n) => SHARE.readings * v + Math.log(CHANNEL_PRIOR[pairs[i].kind][n])),
  );
  let measured = own.map(normalised);
  for (let round = 0; round < 4; round++) {
    const left = leftBy(pairs, measured, measured, unseenOutputs);
    measured = pairs.map((_, i) => normalised(left(own[i], i)));
  }
  const leftOver = leftBy(pairs, measured, measured, unseenOutputs);
  const siblings = pairs.map(({ kind }, i) => normalised(leftOver(LOG_PRIOR[kind], i)));
  // Rows of one sheet are right or wrong together, so a claim about a rival excludes nothing; measurements do. How
  // many ways a corner has, though, the sheet may well know.
  const withClaims = own.map((logs, i) => logs.map((v, n) => v + claimed[i][n]));
  let joint = withClaims.map(normalised);
  for (let round = 0; round < 2; round++) {
    const left = leftBy(pairs, measured, joint, unseenOutputs);
    joint = pairs.map((_, i) => normalised(left(withClaims[i], i)));
  }
  return { joint, evidence, siblings, unseen: unseenOutputs };
}

const LOG_PRIOR = {
  input: Float64Array.from(CHANNEL_PRIOR.input, Math.log),
  output: Float64Array.from(CHANNEL_PRIOR.output, Math.log),
};

/** The place of a channel's corner of the car among CORNERS; -1: none that several pairs share. */
const cornerOf = ({ side, axle }: Channel): number =>
  axle === 'other' || (side !== 'left' && side !== 'right')
    ? -1
    : SIDES.indexOf(side) * 2 + AXLES.indexOf(axle);
/** Of each channel of CHANNELS. */
export const CORNER = CHANNELS.map(cornerOf);
/** left and right, front and rear, and everything else */
const CORNERS = 5;

/**
 * A pair's log beliefs with what its rivals of the same kind and unit leave over. `taken` says where the rivals surely
 * are, `company` where they may be.
 */
function leftBy(
  pairs: readonly ChannelInput[],
  taken: readonly Float64Array[],
  company: readonly Float64Array[],
  unseenOutputs: number,
): (own: Float64Array, i: number) => Float64Array {
  const shut = taken.map((p) => p.map((v) => Math.log(1 - (1 - TWICE) * v)));
  const inCorner = company.map((p) => {
    const sums = new Float64Array(CORNERS - 1);
    p.forEach((v, n) => CORNER[n] >= 0 && (sums[CORNER[n]] += v));
    return sums;
  });
  return (own, i) => {
    const { kind, unit } = pairs[i];
    const rivals = pairs.flatMap((r, j) => (j !== i && r.kind === kind && r.unit === unit ? [j] : []));
    return own.map((v, n) => {
      if (CHANNELS[n].way === 'subwoofer') return v;
      let sum = v;
      for (const j of rivals) sum += shut[j][n];
      if (kind !== 'output' || CORNER[n] < 0) return sum;
      let others = unseenOutputs / CORNERS;
      for (const j of rivals) others += inCorner[j][CORNER[n]];
      return sum + waysOf(CHANNELS[n].way, others);
    });
  };
}

/** A corner of the car that one pair feeds is full range; one that several feed is split into ways. */
function waysOf(way: Way, others: number): number {
  // Midrange drivers have a pair of their own only where woofer and tweeter have theirs too.
  if (way === 'midrange') return Math.log(0.02 + Math.min(1, Math.max(0, others - 1)));
  return way === 'full' ? Math.log(0.01 + Math.exp(-3.5 * others)) : Math.log(0.04 + Math.min(1, others));
}

export const channelIndex = (c: Channel): number =>
  CHANNELS.findIndex((k) => k.side === c.side && k.axle === c.axle && k.way === c.way);
