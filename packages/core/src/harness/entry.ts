import type { HeardPlace, Instrument, Observation } from '../model/reading.ts';
import { WIRE_COLOURS } from '../model/words.ts';
import { parseMeasured } from '../quantity/measured-value.ts';
import { wordTable } from './word-table.ts';

export type Entry = { observation: Observation } | { fault: string };

type SaidWord = 'open' | 'drifting' | 'unreachable' | 'nothing' | 'unsure';
const WORDS = wordTable<SaidWord>({
  ol: 'open',
  '0l': 'open',
  open: 'open',
  inf: 'open',
  '∞': 'open',
  drifting: 'drifting',
  drifts: 'drifting',
  floating: 'drifting',
  'cannot reach': 'unreachable',
  unreachable: 'unreachable',
  nothing: 'nothing',
  none: 'nothing',
  silent: 'nothing',
  unsure: 'unsure',
  '?': 'unsure',
});

const WANTED: Record<Instrument, string> = {
  dc: 'volts, as 12.6 or 470 mV; or drifting, cannot reach',
  ac: 'volts, as 1.4 or 350 mV; or drifting, cannot reach',
  ohms: 'ohms, as 3.7, 4k7 or OL; or drifting, cannot reach',
  tone: 'where it was heard, as FL, front left door, RR tweeter, sub; or nothing, unsure',
  cone: 'out, in, none or unsure; with battery or tester',
  seen: 'a colour as BN/WH or brown white, thick or thin, twisted; or unsure, added, joint',
  note: 'some words',
};

/**
 * What a person typed for an instrument, in any usual notation.
 *
 * @example parseEntry('ohms', '4k7') // { observation: { kind: 'ohms', ohms: 4700, word: null } }
 */
export function parseEntry(instrument: Instrument, text: string): Entry {
  const typed = text.trim().replace(/\s+/g, ' ');
  const observation = typed === '' ? null : READ[instrument](typed, WORDS.get(typed.toLowerCase()));
  return observation
    ? { observation }
    : { fault: `"${typed.slice(0, 60)}" is not understood: type ${WANTED[instrument]}` };
}

type Reader = (text: string, word: SaidWord | undefined) => Observation | null;

const readVolts =
  (kind: 'dc' | 'ac'): Reader =>
  (text, word) => {
    if (word === 'drifting' || word === 'unreachable') return { kind, volts: null, word };
    const volts = parseMeasured(text, 'V');
    return volts === null || (kind === 'ac' && volts < 0) ? null : { kind, volts, word: null };
  };

const READ: Record<Instrument, Reader> = {
  dc: readVolts('dc'),
  ac: readVolts('ac'),
  ohms: (text, word) => {
    if (word === 'open' || word === 'drifting' || word === 'unreachable')
      return { kind: 'ohms', ohms: null, word };
    const ohms = parseMeasured(text, 'ohm');
    return ohms === null || ohms < 0 ? null : { kind: 'ohms', ohms, word: null };
  },
  tone: (text, word) => {
    if (word === 'nothing' || word === 'unsure' || word === 'unreachable')
      return { kind: 'tone', places: [], word };
    const places = parsePlaces(text);
    return places && { kind: 'tone', places, word: null };
  },
  cone: (text) => {
    const words = text.toLowerCase().split(' ');
    const source = words.some((w) => w.startsWith('bat')) ? 'battery' : 'tester';
    const rest = words.filter((w) => !/^(?:bat\w*|tester|cone)$/.test(w));
    const moves = rest.length === 1 ? CONE.get(rest[0]) : undefined;
    return moves ? { kind: 'cone', source, moves } : null;
  },
  seen: readSeen,
  note: (text) => ({ kind: 'note', text: text.slice(0, 300) }),
};

const CONE = wordTable<'out' | 'in' | 'unsure' | 'none'>({
  out: 'out',
  o: 'out',
  '+': 'out',
  in: 'in',
  i: 'in',
  '-': 'in',
  unsure: 'unsure',
  '?': 'unsure',
  none: 'none',
  nothing: 'none',
});

const PLACE = wordTable<Partial<HeardPlace>>({
  fl: { axle: 'front', side: 'left' },
  fr: { axle: 'front', side: 'right' },
  rl: { axle: 'rear', side: 'left' },
  rr: { axle: 'rear', side: 'right' },
  front: { axle: 'front' },
  rear: { axle: 'rear' },
  back: { axle: 'rear' },
  left: { side: 'left' },
  right: { side: 'right' },
  c: { side: 'centre', axle: 'front' },
  centre: { side: 'centre', axle: 'front' },
  center: { side: 'centre', axle: 'front' },
  dash: { side: 'centre', axle: 'front' },
  sub: { side: 'mono', axle: 'other', way: 'subwoofer' },
  subwoofer: { side: 'mono', axle: 'other', way: 'subwoofer' },
  door: { way: 'woofer' },
  woofer: { way: 'woofer' },
  bass: { way: 'woofer' },
  mid: { way: 'midrange' },
  midrange: { way: 'midrange' },
  tweeter: { way: 'tweeter' },
  tw: { way: 'tweeter' },
  pillar: { way: 'tweeter' },
});

/** `FL`, `front left door + tweeter`, `sub`: what a second place leaves out it takes from the first. */
function parsePlaces(text: string): HeardPlace[] | null {
  const places: HeardPlace[] = [];
  for (const part of text.toLowerCase().split(/ ?(?:\+|,|&| and ) ?/)) {
    let place: Partial<HeardPlace> = {};
    for (const word of part.split(' ')) {
      const means = PLACE.get(word);
      if (!means) return null;
      place = { ...place, ...means };
    }
    const before = places.at(-1);
    const side = place.side ?? before?.side;
    const axle = place.axle ?? before?.axle;
    if (!side || !axle) return null;
    places.push({ side, axle, way: place.way ?? null });
  }
  return places;
}

const COLOUR = wordTable<string>({
  black: 'BK',
  brown: 'BN',
  red: 'RD',
  orange: 'OG',
  yellow: 'YE',
  green: 'GN',
  blue: 'BU',
  violet: 'VT',
  purple: 'VT',
  grey: 'GY',
  gray: 'GY',
  white: 'WH',
  pink: 'PK',
  turquoise: 'TQ',
  ...Object.fromEntries(WIRE_COLOURS.map((c) => [c.toLowerCase(), c])),
});

/** Colours with a slash or a blank between base and stripe, thickness, twist and where the wire comes from. */
function readSeen(text: string): Observation | null {
  const seen: Extract<Observation, { kind: 'seen' }> = {
    kind: 'seen',
    wire: null,
    size: null,
    twisted: null,
    origin: null,
    unsure: false,
  };
  const colours: string[] = [];
  for (const word of text.toLowerCase().split(/[\s/]+/)) {
    const colour = COLOUR.get(word);
    if (colour) colours.push(colour);
    else if (word === 'thick' || word === 'thin') seen.size = word;
    else if (word === 'twisted') seen.twisted = true;
    else if (word === 'straight' || word === 'untwisted') seen.twisted = false;
    else if (word === 'added' || word === 'joint' || word === 'factory') seen.origin = word;
    else if (word === 'inherited' || word === 'origin-unknown') seen.origin = 'unknown';
    else if (word === 'unsure' || word === '?') seen.unsure = true;
    else if (word !== 'with' && word !== 'colour' && word !== 'wire') return null;
  }
  if (colours.length > 2) return null;
  seen.wire = colours.length > 0 ? colours.join('/') : null;
  const said = seen.wire ?? seen.size ?? seen.twisted ?? seen.origin ?? (seen.unsure || null);
  return said === null ? null : seen;
}
