import { z } from 'zod';
import type { Conditions } from '../model/conditions.ts';
import type { Role } from '../model/sheet.ts';
import { awake, type LikelihoodModel, mixture, type Piece, probesUnit, unitLive } from './likelihood.ts';
import { readingKind } from './reading-kind.ts';
import {
  meterWordSchema,
  ONE_OF_TWO,
  readVolts,
  unlikelyVolts,
  VOLT_WORDS,
  voltsSchema,
  voltWords,
} from './volts.ts';

const schema = z
  .object({ kind: z.literal('dc'), volts: voltsSchema.nullable(), word: meterWordSchema.nullable() })
  .refine((o) => (o.volts === null) !== (o.word === null), ONE_OF_TWO);
type Dc = z.infer<typeof schema>;

const ZERO: Piece = [1, 0.02, 0.05];
const SUPPLY: Piece = [1, 12.4, 0.75];
const share = (weight: number, [, mean, sd]: Piece): Piece => [weight, mean, sd];
/** A little of everything, so that a habit nobody thought of is only unlikely. */
const WIDE: Piece = [0.04, 5, 5];

/** DC volts to ground that a role shows. From the usual behaviour of 12 V systems; the table is in docs/numbers.md. */
function levels(role: Role, c: Conditions): readonly Piece[] {
  if (probesUnit(c)) return [ZERO, WIDE];
  const radio = c.radio === 'on';
  switch (role) {
    case 'battery':
      return [SUPPLY, WIDE];
    case 'switched':
      return c.ignition === 'off' ? [share(0.95, ZERO), share(0.05, SUPPLY), WIDE] : [SUPPLY, WIDE];
    case 'ground':
      return [ZERO, WIDE];
    case 'remote':
      return radio
        ? [share(0.88, SUPPLY), [0.12, 5, 0.4], WIDE]
        : [share(0.94, ZERO), share(0.06, SUPPLY), WIDE];
    case 'data':
      return awake(c)
        ? [[0.85, 2.5, 0.3], [0.1, 11, 1.2], WIDE]
        : [share(0.45, ZERO), [0.4, 2.4, 0.4], [0.15, 0.5, 0.5], WIDE];
    case 'output':
      return unitLive(c) ? [[0.85, 6.4, 0.6], share(0.15, ZERO), WIDE] : [ZERO, WIDE];
    case 'input':
      return radio ? [[0.35, 2.6, 0.5], [0.2, 6.2, 0.6], share(0.45, ZERO), WIDE] : [ZERO, WIDE];
    case 'mute':
      return radio
        ? [share(0.35, ZERO), [0.3, 5, 0.4], [0.15, 3.3, 0.3], share(0.2, SUPPLY), WIDE]
        : [share(0.9, ZERO), share(0.1, SUPPLY), WIDE];
    case 'microphone':
      return radio ? [[0.5, 7, 2], share(0.5, ZERO), WIDE] : [ZERO, WIDE];
    case 'unused':
      return [ZERO, WIDE];
  }
}

/** How often the meter does not settle on a role. */
const DRIFTS: Record<Role, number> = {
  battery: 0.005,
  switched: 0.01,
  ground: 0.005,
  remote: 0.02,
  data: 0.12,
  input: 0.12,
  output: 0.08,
  mute: 0.04,
  microphone: 0.05,
  unused: 0.5,
};

const ANY: readonly Piece[] = [
  [0.5, 0.02, 0.05],
  [0.2, 12.4, 0.75],
  [0.1, 6.4, 0.6],
  [0.1, 2.5, 0.4],
  [0.1, 5, 4],
];

const likelihood: LikelihoodModel<Dc> = {
  alone(o, c, role) {
    if (o.word === 'unreachable') return 1;
    if (o.word === 'drifting' || o.volts === null) return DRIFTS[role];
    return (1 - DRIFTS[role]) * mixture(o.volts, levels(role, c));
  },
  // A difference between two cavities says little that the two readings to ground do not say better.
  partners: () => 1,
  strangers: () => 1,
  anywhere: (o) => (o.word === 'unreachable' ? 1 : o.volts === null ? 0.12 : 0.88 * mixture(o.volts, ANY)),
};

export const dc = readingKind({
  kind: 'dc',
  schema,
  name: 'Volts DC',
  key: 'v',
  asTest: 'Volts to ground',
  unit: 'V',
  hint: '12.6 · 470 mV',
  wanted: 'volts, as 12.6 or 470 mV; or drifting, cannot reach',
  pastedAs: ['volts dc', 'vdc'],
  quickWords: VOLT_WORDS,
  drives: false,
  touches: true,
  conditionsTell: true,
  read(text, word): Dc | null {
    const read = readVolts(text, word);
    return read && { kind: 'dc', ...read };
  },
  words: voltWords,
  unlikely: ({ volts }) =>
    unlikelyVolts(volts, 16) ??
    ((volts ?? 0) < -1 ? { text: `${volts} V: are red and black swapped?`, highVoltage: false } : null),
  likelihood,
});
