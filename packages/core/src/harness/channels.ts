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
function fromReadings({ readings }: ChannelInput): Float64Array {
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

/** How much more of a channel than of those it is taken for is left over before its siblings speak for it. */
const POINTED_AT = 1.4;
const MIRRORED = { left: 'right', right: 'left', front: 'rear', rear: 'front' } as const;

/** Channels that an ear takes one for, by their places in CHANNELS: the other side, the other axle. */
function mirrorsOf({ side, axle, way }: Channel): number[] {
  return [
    ...(side === 'left' || side === 'right' ? [{ side: MIRRORED[side], axle, way }] : []),
    ...(axle === 'front' || axle === 'rear' ? [{ side, axle: MIRRORED[axle], way }] : []),
  ]
    .map(channelIndex)
    .filter((n) => n >= 0);
}

/** Independent kinds of evidence for where a pair belongs, and whether its way and its axle are told. */
export interface ChannelKinds {
  kinds: number;
  heard: boolean;
  /** more than one driver was heard, or no other can be */
  way: boolean;
  /** of a line: the end of the fader that still has to be tried; null: its axle is told */
  fader: 'front' | 'rear' | null;
}

/**
 * What speaks for one channel of a pair, by kind: heard there, followed balance or fader to there, left over by its
 * siblings, said by a sheet. A meter's walk with balance and fader counts for two; ears err.
 *
 * @param at the pair
 * @param n the channel, by its place in CHANNELS
 */
export function kindsFor(
  pairs: readonly ChannelInput[],
  at: number,
  n: number,
  beliefs: ChannelBeliefs,
): ChannelKinds {
  const pair = pairs[at];
  const channel = CHANNELS[n];
  const here = (c: { side: Side; axle: Axle }) => c.side === channel.side && c.axle === channel.axle;
  const tones = pair.readings.flatMap(({ reading: { observation: o } }) =>
    o.kind === 'tone' && o.places.length > 0 && o.places.every(here) ? [o.places] : [],
  );
  const share = (p: ArrayLike<number>, k = n) =>
    CHANNELS.reduce(
      (sum, c, m) => sum + (CORNER[m] === CORNER[k] && c.side === CHANNELS[k].side ? p[m] : 0),
      0,
    );
  const ofWay = (k: number) => beliefs.siblings[at][k] / CHANNEL_PRIOR[pair.kind][k];
  const ofCorner = (k: number) => share(beliefs.siblings[at], k) / share(CHANNEL_PRIOR[pair.kind], k);
  const left = mirrorsOf(channel).every(
    (k) => ofWay(n) > POINTED_AT * ofWay(k) || ofCorner(n) > POINTED_AT * ofCorner(k),
  );
  const claims = pair.claimedChannel;
  const claimed = claims[n] > 0 && claims[n] >= Math.max(...claims);
  const rivals = pairs.flatMap((r, k) =>
    k !== at && r.kind === pair.kind && r.unit === pair.unit ? [k] : [],
  );
  /** Probability of the corner by a pair's own readings alone. */
  const ownShare = (m: number, k: number) => {
    const logs = beliefs.evidence[m];
    const most = Math.max(...logs);
    const own = logs.map((v, c) => Math.exp(v - most) * CHANNEL_PRIOR[pair.kind][c]);
    return share(own, k) / own.reduce((a, b) => a + b, 0);
  };
  const inCornerOf = (k: number) => rivals.filter((m) => share(beliefs.joint[m], k) > 0.5).length;
  const inCorner = inCornerOf(n);
  const across = channelIndex({ ...channel, side: channel.side === 'left' ? 'right' : 'left' });
  const splitAcross = across >= 0 && inCornerOf(across) > 1;
  /** Others of this corner by what was heard of them and by everything together: another driver, or split as over there. */
  const sureThere = rivals.filter(
    (m) =>
      share(beliefs.joint[m], n) > SURELY &&
      ownShare(m, n) > SURELY &&
      (splitAcross ||
        pairs[m].readings.some(
          ({ reading: { observation: o } }) =>
            o.kind === 'tone' && o.places.some((p) => p.way !== null && p.way !== channel.way),
        )),
  ).length;
  // Left and right of a car are wired alike: one pair here and one over there.
  const alike = across >= 0 && inCornerOf(across) === 1 && beliefs.unseen < UNSEEN;
  /** By its own readings another pair may be of this corner, whatever room is left for it there. */
  const sameCorner = (m: number) => ownShare(m, n) > POSSIBLY;
  const way =
    claimed ||
    // Nobody hears a driver on a line: two lines of one corner are split, and which is which stays open.
    (pair.kind === 'input' && channel.way === 'full' && !rivals.some(sameCorner)) ||
    channel.way === 'subwoofer' ||
    channel.side === 'centre' ||
    // What a meter follows tells a place; which driver hangs there is heard.
    (pair.kind === 'output' &&
      tones.length > 0 &&
      (channel.way === 'full'
        ? inCorner === 0 && (alike || tones.some((places) => places.length > 1))
        : sureThere > (channel.way === 'midrange' ? 1 : 0)));
  const kinds = [tones.length > 0, left, claimed].filter(Boolean).length + followed(pair, n);
  const line = pair.kind === 'input' && !claimed && channel.side !== 'centre' && channel.way !== 'subwoofer';
  return { kinds, heard: tones.length > 0, way, fader: line ? faderToTry(pair, channel.axle) : null };
}

/** How sure another pair must be of a corner to split it into ways, and not to. */
const SURELY = 0.8;
const POSSIBLY = 0.3;
/** So many pairs of outputs still to be found leave the ways of a corner open. */
const UNSEEN = 0.7;

/** In how many ways the signal came and went as a channel's does: with balance, and with fader. */
function followed(pair: ChannelInput, n: number): number {
  const knob = (key: 'balance' | 'fader') => {
    const readings = pair.readings.filter(({ reading: { conditions: c } }) => c[key] !== 'centre');
    const logs = fromReadings({ ...pair, readings: [...readings, ...pair.readings.filter(atCentre)] });
    const mean = logs.reduce((sum, v, k) => sum + CHANNEL_PRIOR[pair.kind][k] * Math.exp(v), 0);
    return logs[n] - Math.log(mean) > Math.log(1.4);
  };
  return Number(knob('balance')) + Number(knob('fader'));
}

/** This part of the volts at the other end of a control is gone. */
const GONE = 0.3;

/** A line of one axle goes when the fader is turned away from it; one that the fader does not touch stays at both ends. */
function faderToTry(pair: ChannelInput, axle: Axle): 'front' | 'rear' | null {
  const at = (fader: Conditions['fader']) =>
    pair.readings.flatMap(({ reading: { observation: o, conditions: c } }) =>
      o.kind === 'ac' && o.volts !== null && c.sound === 'playing' && c.fader === fader ? [o.volts] : [],
    );
  const plays = GONE * Math.max(...at('centre'), 0);
  if (axle === 'front' || axle === 'rear') {
    const away = MIRRORED[axle];
    return at(away).some((v) => v < plays) ? null : away;
  }
  return (['rear', 'front'] as const).find((end) => !at(end).some((v) => v >= plays && plays > 0)) ?? null;
}

/** Playing with balance and fader in the middle: what the steered readings are compared with. */
const atCentre = ({ reading: { observation: o, conditions: c } }: WeightedReading) =>
  o.kind === 'ac' && c.balance === 'centre' && c.fader === 'centre';

/** The place of a channel's corner of the car among CORNERS; -1: none that several pairs share. */
const cornerOf = ({ side, axle }: Channel): number =>
  axle === 'other' || (side !== 'left' && side !== 'right')
    ? -1
    : SIDES.indexOf(side) * 2 + AXLES.indexOf(axle);
const CORNER = CHANNELS.map(cornerOf);
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
