import { z } from 'zod';
import type { Role } from '../model/sheet.ts';
import type { LikelihoodModel } from './likelihood.ts';
import { readWire } from '../model/colour-words.ts';
import { wireSchema } from '../model/words.ts';
import { wordTable } from '../quantity/word-table.ts';
import { readingKind } from './reading-kind.ts';

const schema = z.object({
  kind: z.literal('seen'),
  wire: wireSchema.nullable(),
  size: z.enum(['thin', 'thick']).nullable(),
  /** twisted with the second cavity's wire, or with none when there is no second */
  twisted: z.boolean().nullable(),
  origin: z.enum(['factory', 'added', 'joint', 'unknown']).nullable(),
  unsure: z.boolean(),
});
type Seen = z.infer<typeof schema>;

const THICK: Partial<Record<Role, number>> = { battery: 0.9, ground: 0.85, output: 0.15 };
const TWISTED: Partial<Record<Role, number>> = { data: 0.9, input: 0.6, output: 0.35, microphone: 0.3 };

/** Colours are habits, not rules: feeds are often red, grounds often black or brown. */
function colour(wire: string, role: Role): number {
  const base = wire.slice(0, 2);
  if (base === 'BK' || base === 'BN') return role === 'ground' ? 0.7 : 0.14;
  if (base === 'RD') return role === 'battery' ? 0.5 : 0.08;
  return role === 'ground' ? 0.03 : role === 'battery' ? 0.05 : 0.085;
}

const likelihood: LikelihoodModel<Seen> = {
  aloneToo: true,
  alone(o, _, role) {
    let p = 1;
    if (o.size) p *= o.size === 'thick' ? (THICK[role] ?? 0.03) : 1 - (THICK[role] ?? 0.03);
    if (o.wire && !o.unsure) p *= colour(o.wire, role);
    if (o.twisted !== null) p *= o.twisted ? (TWISTED[role] ?? 0.02) : 1 - (TWISTED[role] ?? 0.02);
    return p;
  },
  partners: (o, _, kind) =>
    o.twisted === null ? 1 : o.twisted ? (TWISTED[kind] ?? 0.3) : 1 - (TWISTED[kind] ?? 0.3),
  strangers: (o) => (o.twisted === null ? 1 : o.twisted ? 0.005 : 0.995),
  anywhere: () => 0.05,
};

/** Words of a look at a wire that are no colour. */
const OTHER: ReadonlyMap<string, (seen: Seen) => void> = wordTable<(seen: Seen) => void>({
  thick: (s) => (s.size = 'thick'),
  thin: (s) => (s.size = 'thin'),
  twisted: (s) => (s.twisted = true),
  straight: (s) => (s.twisted = false),
  untwisted: (s) => (s.twisted = false),
  added: (s) => (s.origin = 'added'),
  joint: (s) => (s.origin = 'joint'),
  factory: (s) => (s.origin = 'factory'),
  inherited: (s) => (s.origin = 'unknown'),
  'origin-unknown': (s) => (s.origin = 'unknown'),
  unsure: (s) => (s.unsure = true),
  '?': (s) => (s.unsure = true),
});

/** Colours as people write them, thickness, twist and where the wire comes from. */
function readSeen(text: string): Seen | null {
  const seen: Seen = {
    kind: 'seen',
    wire: null,
    size: null,
    twisted: null,
    origin: null,
    unsure: false,
  };
  const colours: string[] = [];
  for (const word of text
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)) {
    const set = OTHER.get(word);
    if (set) set(seen);
    else colours.push(word);
  }
  if (colours.length > 0) {
    const read = readWire(colours.join(' '));
    if ('fault' in read) return null;
    seen.wire = read.wire;
  }
  const said = seen.wire ?? seen.size ?? seen.twisted ?? seen.origin ?? (seen.unsure || null);
  return said === null ? null : seen;
}

const ORIGIN = {
  factory: 'factory wire',
  added: 'added by someone',
  joint: 'joint found',
  unknown: 'origin unknown',
};

export const seen = readingKind({
  kind: 'seen',
  schema,
  name: 'Seen',
  key: 's',
  asTest: 'Look at',
  hint: 'BN/WH thick twisted · added · joint · unsure',
  wanted: 'a colour as BN/WH or brown white, thick or thin, twisted; or unsure, added, joint',
  pastedAs: ['colour', 'wire'],
  drives: false,
  touches: false,
  conditionsTell: false,
  read: readSeen,
  words: (o) =>
    [
      o.wire,
      o.size,
      o.twisted === null ? null : o.twisted ? 'twisted' : 'not twisted',
      o.origin && ORIGIN[o.origin],
      o.unsure ? 'colour unsure' : null,
    ]
      .filter(Boolean)
      .join(', '),
  likelihood,
});
