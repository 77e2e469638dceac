import { z } from 'zod';
import { axleSchema, sideSchema, type Way, waySchema } from '../model/words.ts';
import type { LikelihoodModel } from './likelihood.ts';
import { saidPlace } from './place-words.ts';
import { readingKind, SAID } from './reading-kind.ts';

/** Where a tone was heard. The way is said when it could be told. */
export const heardPlaceSchema = z.object({ side: sideSchema, axle: axleSchema, way: waySchema.nullable() });
export type HeardPlace = z.infer<typeof heardPlaceSchema>;

const schema = z
  .object({
    kind: z.literal('tone'),
    places: z.array(heardPlaceSchema).max(4, 'at most four places'),
    word: z.enum(['nothing', 'unsure', 'unreachable']).nullable(),
  })
  .refine((o) => (o.places.length === 0) !== (o.word === null), {
    path: ['places'],
    error: 'say where it was heard, or a word',
  });
type Tone = z.infer<typeof schema>;

/** `FL`, `front left door + tweeter`, `rear deck left`, `sub`: what a second place leaves out it takes from the first. */
function parsePlaces(text: string): HeardPlace[] | null {
  const places: HeardPlace[] = [];
  for (const part of text.toLowerCase().split(/ ?(?:\+|,|&| and | und ) ?/)) {
    const { place, unknown, told } = saidPlace(part.split(/[\s-]+/).filter(Boolean));
    if (!told || unknown.length > 0) return null;
    const before = places.at(-1);
    const side = place.side ?? before?.side;
    const axle = place.axle ?? before?.axle;
    if (!side || !axle) return null;
    places.push({ side, axle, way: place.way });
  }
  return places;
}

const WAY_PLACE: Record<Way, string> = {
  full: '',
  woofer: 'door',
  midrange: 'mid',
  tweeter: 'tweeter',
  subwoofer: '',
};

export function placeWord({ side, axle, way }: HeardPlace): string {
  if (way === 'subwoofer') return 'subwoofer';
  if (side === 'centre') return 'centre';
  return [axle === 'other' ? '' : axle, side, way ? WAY_PLACE[way] : ''].filter(Boolean).join(' ');
}

const said = (o: Tone) => (o.places.length > 0 ? 'heard' : (o.word ?? 'unsure'));
const TONE = {
  output: { heard: 0.94, nothing: 0.03, unsure: 0.03, unreachable: 0.01 },
  other: { heard: 0.012, nothing: 0.958, unsure: 0.03, unreachable: 0.01 },
};

/** A tone on a pair is heard when a driver hangs on it, and only then; where it is heard tells the channel. */
const likelihood: LikelihoodModel<Tone> = {
  alone: () => 1,
  partners: (o, _, kind) => TONE[kind === 'output' ? 'output' : 'other'][said(o)],
  strangers: (o) => TONE.other[said(o)],
  anywhere: (o) => (o.places.length > 0 ? 0.25 : 0.7),
};

export const tone = readingKind({
  kind: 'tone',
  schema,
  name: 'Tone heard',
  key: 't',
  asTest: 'Tone',
  asks: 'Tone heard at',
  hint: 'FL · rear right door + tweeter · sub · nothing',
  wanted: 'where it was heard, as FL, front left door, RR tweeter, sub; or nothing, unsure',
  pastedAs: ['tone heard'],
  quickWords: { x: SAID.unreachable },
  drives: true,
  touches: true,
  acrossTwo: true,
  conditionsTell: false,
  read(text, word): Tone | null {
    if (word === 'nothing' || word === 'unsure' || word === 'unreachable')
      return { kind: 'tone', places: [], word };
    const places = parsePlaces(text);
    return places && { kind: 'tone', places, word: null };
  },
  words: (o) => (o.places.length > 0 ? o.places.map(placeWord).join(' + ') : SAID[o.word ?? 'unsure']),
  likelihood,
});
