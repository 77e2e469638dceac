import { z } from 'zod';
import { wordTable } from '../quantity/word-table.ts';
import type { LikelihoodModel } from './likelihood.ts';
import { readingKind } from './reading-kind.ts';

const schema = z.object({
  kind: z.literal('cone'),
  /** what drove the pair: a 1.5 V battery, or a polarity tester with its own pulses */
  source: z.enum(['battery', 'tester']),
  /** with plus of the source on the first cavity */
  moves: z.enum(['out', 'in', 'unsure', 'none']),
});
type Cone = z.infer<typeof schema>;

const MOVES = wordTable<'out' | 'in' | 'unsure' | 'none'>({
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

const MOVES_WORD = { out: 'moves out', in: 'moves in', none: 'does not move', unsure: 'unsure' };

const moved = (o: Cone) => (o.moves === 'out' || o.moves === 'in' ? 'moved' : o.moves);
const CONE = {
  output: { moved: 0.85, none: 0.1, unsure: 0.05 },
  // Tweeters show nothing to a battery.
  outputByBattery: { moved: 0.7, none: 0.25, unsure: 0.05 },
  inputPlaying: { moved: 0.85, none: 0.1, unsure: 0.05 },
  other: { moved: 0.012, none: 0.938, unsure: 0.05 },
};

/** Whether anything moved; which way it moved is for the polarity. */
const likelihood: LikelihoodModel<Cone> = {
  alone: () => 1,
  partners(o, c, kind) {
    if (kind === 'output') return CONE[o.source === 'battery' ? 'outputByBattery' : 'output'][moved(o)];
    const playing = kind === 'input' && o.source === 'tester' && c.radio === 'on' && c.sound === 'playing';
    return CONE[playing ? 'inputPlaying' : 'other'][moved(o)];
  },
  strangers: (o) => CONE.other[moved(o)],
  anywhere: (o) => (moved(o) === 'moved' ? 0.25 : 0.6),
};

export const cone = readingKind({
  kind: 'cone',
  schema,
  name: 'Polarity',
  key: 'p',
  asks: 'Cone moves',
  hint: 'out · in · none · unsure',
  wanted: 'out, in, none or unsure; with battery or tester',
  pastedAs: ['polarity', 'cone moves'],
  drives: true,
  touches: true,
  acrossTwo: true,
  conditionsTell: false,
  read(text): Cone | null {
    const words = text.toLowerCase().split(' ');
    const source = words.some((w) => w.startsWith('bat')) ? 'battery' : 'tester';
    const rest = words.filter((w) => !/^(?:bat\w*|tester|cone)$/.test(w));
    const moves = rest.length === 1 ? MOVES.get(rest[0]) : undefined;
    return moves ? { kind: 'cone', source, moves } : null;
  },
  words: (o) => `${MOVES_WORD[o.moves]} (${o.source})`,
  likelihood,
});
