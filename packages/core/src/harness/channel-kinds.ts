import type { Conditions } from '../model/conditions.ts';
import type { Axle, Channel, Side } from '../model/words.ts';
import {
  CHANNEL_PRIOR,
  type ChannelBeliefs,
  channelIndex,
  type ChannelInput,
  CHANNELS,
  CORNER,
  fromReadings,
} from './channels.ts';
import type { WeightedReading } from './weighted-readings.ts';

/** How much more of a channel than of those it is taken for is left over before its siblings speak for it. */
const POINTED_AT = 1.4;
/** So much more leaves no doubt. */
const WELL_POINTED_AT = 2.5;
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
  /**
   * what asks for more certainty: another pair of the unit is in this corner too, or one ear and the siblings alone say
   * rear, which fewer pairs are than it is heard of
   */
  doubt: 'shared-corner' | 'rear-by-ear' | null;
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
  /** How much more of this channel than of those it is taken for is left over by its siblings. */
  const pointed = Math.min(
    ...mirrorsOf(channel).map((k) => Math.max(times(ofWay(n), ofWay(k)), times(ofCorner(n), ofCorner(k)))),
  );
  const left = pointed > POINTED_AT;
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
  const own = [tones.length > 0, claimed].filter(Boolean).length + followed(pair, n);
  const byEar = channel.axle === 'rear' && own < 2 && pointed < WELL_POINTED_AT;
  const line = pair.kind === 'input' && !claimed && channel.side !== 'centre' && channel.way !== 'subwoofer';
  return {
    kinds: own + Number(left),
    heard: tones.length > 0,
    way,
    fader: line ? faderToTry(pair, channel.axle) : null,
    doubt: inCorner > 0 ? 'shared-corner' : byEar ? 'rear-by-ear' : null,
  };
}

/** How many times as much; nothing is no times nothing. */
const times = (a: number, b: number): number => (a > 0 ? a / b : 0);

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
