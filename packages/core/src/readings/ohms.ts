import { z } from 'zod';
import type { Conditions } from '../model/conditions.ts';
import { type Role, ROLES } from '../model/sheet.ts';
import { awake, type LikelihoodModel, mixture, type PairKind, type Piece, probesUnit } from './likelihood.ts';
import { formatMeasured, parseMeasured } from '../quantity/measured-value.ts';
import { readingKind, SAID } from './reading-kind.ts';
import { ONE_OF_TWO, VOLT_WORDS } from './volts.ts';

const schema = z
  .object({
    kind: z.literal('ohms'),
    ohms: z.number().min(0, 'resistance is 0 or more').max(1e9, 'write OL for an open circuit').nullable(),
    word: z.enum(['open', 'drifting', 'unreachable']).nullable(),
  })
  .refine((o) => (o.ohms === null) !== (o.word === null), ONE_OF_TWO);
type Ohms = z.infer<typeof schema>;

/** How often open, how often drifting, and else log10 of ohms. */
interface Shown {
  open: number;
  drifting: number;
  number: readonly Piece[];
}

const WIDE: Piece = [0.04, 3, 2];
const SPEAKER: Piece = [1, 0.58, 0.22];

function acrossPair(kind: PairKind, c: Conditions): Shown {
  if (kind === 'output') {
    if (probesUnit(c)) return { open: 0.4, drifting: 0.1, number: [[1, 4, 0.7], WIDE] };
    // A tweeter behind its capacitor reads open; two drivers read parallel.
    return awake(c) && c.plug === 'seated'
      ? { open: 0.1, drifting: 0.7, number: [SPEAKER, WIDE] }
      : { open: 0.12, drifting: 0.02, number: [SPEAKER, WIDE] };
  }
  if (kind === 'data')
    return awake(c)
      ? { open: 0.1, drifting: 0.7, number: [[1, 1.9, 0.3], WIDE] }
      : { open: 0.06, drifting: 0.06, number: [[0.85, 1.85, 0.17], [0.15, 3.6, 0.7], WIDE] };
  if (kind === 'microphone') return MICROPHONE;
  return { open: 0.5, drifting: 0.04, number: [[1, 3.5, 0.7], WIDE] };
}

const MICROPHONE: Shown = { open: 0.2, drifting: 0.03, number: [[1, 3.05, 0.3], WIDE] };

const NETS: Partial<Record<string, Shown>> = {
  'ground ground': { open: 0.01, drifting: 0.01, number: [[1, -0.6, 0.35], WIDE] },
  'battery battery': { open: 0.08, drifting: 0.35, number: [[0.9, -0.6, 0.35], [0.1, 3, 1], WIDE] },
  'battery ground': { open: 0.1, drifting: 0.45, number: [[1, 3.9, 0.8], WIDE] },
  'microphone microphone': MICROPHONE,
  // Cold bulbs are a few ohms.
  'illumination ground': { open: 0.1, drifting: 0.1, number: [[0.5, 1, 0.4], [0.5, 4, 1], WIDE] },
  'illumination illumination': { open: 0.1, drifting: 0.05, number: [[1, 0.8, 0.7], WIDE] },
  'switched ground': { open: 0.1, drifting: 0.25, number: [[1, 3, 0.9], WIDE] },
  'output ground': { open: 0.65, drifting: 0.1, number: [[1, 4.5, 0.6], WIDE] },
  'unused ground': { open: 0.95, drifting: 0.03, number: [[1, 5.5, 0.6], WIDE] },
};
const LOOSE: Shown = { open: 0.93, drifting: 0.02, number: [[1, 4.8, 0.9], WIDE] };
const LEAKING: Shown = { open: 0.35, drifting: 0.15, number: [[1, 4, 0.7], WIDE] };
const LEAKS: readonly Role[] = ['remote', 'antenna', 'mute', 'input', 'data', 'microphone'];

function netOf(first: Role, second: Role): Shown {
  const known = NETS[`${first} ${second}`] ?? NETS[`${second} ${first}`];
  if (known) return known;
  if ((first === 'ground' && LEAKS.includes(second)) || (second === 'ground' && LEAKS.includes(first)))
    return LEAKING;
  return LOOSE;
}

/** Between every two roles: looked up for each reading under each pair of them. */
const BETWEEN = new Map(ROLES.map((a) => [a, new Map(ROLES.map((b) => [b, netOf(a, b)]))]));
const between = (first: Role, second: Role): Shown => BETWEEN.get(first)!.get(second)!;

const densities = new WeakMap<Ohms, Map<Shown, number>>();

/** Most pairs of roles show the same: worked out once for a reading. */
function density(o: Ohms, shown: Shown): number {
  const own = densities.get(o) ?? new Map<Shown, number>();
  densities.set(o, own);
  const before = own.get(shown);
  if (before !== undefined) return before;
  const now = densityOf(o, shown);
  own.set(shown, now);
  return now;
}

function densityOf(o: Ohms, shown: Shown): number {
  if (o.word === 'unreachable') return 1;
  if (o.word === 'open') return shown.open;
  if (o.word === 'drifting' || o.ohms === null) return shown.drifting;
  return (1 - shown.open - shown.drifting) * mixture(Math.log10(Math.max(o.ohms, 0.05)), shown.number);
}

const likelihood: LikelihoodModel<Ohms> = {
  alone: (o, _, role) => density(o, between(role, 'ground')),
  partners: (o, c, kind) => density(o, acrossPair(kind, c)),
  strangers: (o, _, first, second) => density(o, between(first, second)),
  anywhere: (o) =>
    density(o, {
      open: 0.6,
      drifting: 0.05,
      number: [
        [0.5, 0.58, 0.25],
        [0.5, 3.5, 1.2],
      ],
    }),
};

export const ohms = readingKind({
  kind: 'ohms',
  schema,
  name: 'Ohms',
  key: 'o',
  unit: 'Ω',
  hint: '3.7 · 4k7 · OL',
  wanted: 'ohms, as 3.7, 4k7 or OL; or drifting, cannot reach',
  pastedAs: ['ohm', 'resistance'],
  quickWords: { l: SAID.open, ...VOLT_WORDS },
  drives: true,
  touches: true,
  conditionsTell: false,
  read(text, word): Ohms | null {
    if (word === 'open' || word === 'drifting' || word === 'unreachable')
      return { kind: 'ohms', ohms: null, word };
    const ohms = parseMeasured(text, 'ohm');
    return ohms === null || ohms < 0 ? null : { kind: 'ohms', ohms, word: null };
  },
  words: (o) => (o.ohms === null ? SAID[o.word ?? 'open'] : formatMeasured(o.ohms, 'ohm')),
  likelihood,
});
