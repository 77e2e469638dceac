import { z } from 'zod';
import type { Conditions } from '../model/conditions.ts';
import type { Role } from '../model/sheet.ts';
import {
  awake,
  type CarVolts,
  type LikelihoodModel,
  mixture,
  type Piece,
  probesUnit,
  unitLive,
} from './likelihood.ts';
import { readingKind } from './reading-kind.ts';
import {
  dangerousVolts,
  meterWordSchema,
  ONE_OF_TWO,
  readVolts,
  unlikelySupply,
  VOLT_WORDS,
  voltsSchema,
  voltWords,
} from './volts.ts';

const schema = z
  .object({ kind: z.literal('dc'), volts: voltsSchema.nullable(), word: meterWordSchema.nullable() })
  .refine((o) => (o.volts === null) !== (o.word === null), ONE_OF_TWO);
type Dc = z.infer<typeof schema>;

const ZERO: Piece = [1, 0.02, 0.05];
/** A floating wire picks up ghost voltage from its neighbours under a meter of 10 MΩ. */
const GHOST: Piece = [1, 0.2, 0.17];
const share = (weight: number, [, mean, sd]: Piece): Piece => [weight, mean, sd];
/** A little of everything, so that a habit nobody thought of is only unlikely. */
const WIDE: Piece = [0.01, 6, 6];
const FLOATING = [share(0.6, ZERO), share(0.4, GHOST), WIDE];
const AT_REST = [share(0.9, ZERO), share(0.1, GHOST), WIDE];

const UNKNOWN_SUPPLY: readonly Piece[] = [
  [0.95, 12.4, 0.75],
  [0.05, 24.8, 1.2],
];
const feedsAt = (level: number): Piece[] => [
  [0.8, level - 0.06, 0.12],
  [0.15, level - 0.25, 0.2],
  [0.03, level - 0.7, 0.5],
  [0.02, 13, 0.8],
];

/** Feeds of one car are compared with each other: a lead and a fuse lose a little, nothing gains. */
function supplyOf(car: CarVolts, c: Conditions): readonly Piece[] {
  const [now, atRest] = awake(c) ? [car.on, car.off] : [car.off, null];
  if (now === null)
    return atRest === null ? UNKNOWN_SUPPLY : [...part(0.6, feedsAt(atRest)), ...part(0.4, UNKNOWN_SUPPLY)];
  // With the engine off again the battery's own volts are back; nobody notes when it ran.
  return atRest !== null && now - atRest > 0.6
    ? [...part(0.65, feedsAt(now)), ...part(0.35, feedsAt(atRest - 0.2))]
    : feedsAt(now);
}
const part = (weight: number, pieces: readonly Piece[]): Piece[] =>
  pieces.map(([w, m, sd]) => [weight * w, m, sd]);

/** DC volts to ground that a role shows. From the usual behaviour of cars; the table is in docs/numbers.md. */
function levels(role: Role, c: Conditions, car: CarVolts): readonly Piece[] {
  const radio = c.radio === 'on';
  const supply = supplyOf(car, c);
  const on = car.on ?? 12.4;
  /** what a lorry's radio makes of 24 V for itself */
  const inside = on > 16 ? 12.5 : on;
  const stage = Math.min(inside, 14.4);
  if (probesUnit(c)) return AT_REST;
  switch (role) {
    case 'battery':
      return [...supply, WIDE];
    case 'switched':
      return c.ignition === 'off' ? [share(0.95, ZERO), ...part(0.05, supply), WIDE] : [...supply, WIDE];
    case 'ground':
      return [ZERO, WIDE];
    case 'remote':
      return radio
        ? [
            ...part(0.4, supply),
            [0.2, on - 0.9, 0.6],
            [0.2, inside - 0.9, 0.6],
            [0.12, 5, 0.4],
            [0.08, 8, 1],
            WIDE,
          ]
        : [share(0.94, ZERO), ...part(0.03, supply), WIDE];
    case 'antenna':
      return radio
        ? [...part(0.2, supply), [0.2, on - 0.9, 0.6], [0.2, inside - 0.9, 0.6], [0.4, 8.5, 0.5], WIDE]
        : [share(0.97, ZERO), WIDE];
    case 'illumination':
      return c.ignition === 'off' && !radio
        ? [share(0.9, ZERO), [0.1, 7, 4], WIDE]
        : [share(0.45, ZERO), [0.4, 7, 3.5], ...part(0.15, supply), WIDE];
    case 'data':
      // A pair at half of 5 V, or one wire that talks against the supply.
      return awake(c)
        ? [[0.8, 2.5, 0.27], [0.2, on * 0.87, 1.1], WIDE]
        : [share(0.45, ZERO), [0.3, 2.4, 0.4], [0.1, 0.5, 0.5], ...part(0.15, supply), WIDE];
    case 'output':
      if (unitLive(c))
        return [[0.64, stage / 2, 0.45], [0.08, 2.6, 0.3], share(0.2, ZERO), [0.08, stage * 0.6, 1.2], WIDE];
      return c.plug === 'out' ? FLOATING : AT_REST;
    case 'input':
      return radio
        ? [[0.36, 2.5, 0.45], [0.2, stage / 2 - 0.1, 0.6], [0.08, 4.2, 0.5], share(0.36, ZERO), WIDE]
        : [share(0.8, ZERO), share(0.2, GHOST), WIDE];
    case 'mute':
      return radio
        ? [share(0.3, ZERO), [0.42, 5, 0.4], [0.2, 3.3, 0.3], ...part(0.08, supply), WIDE]
        : [share(0.9, ZERO), ...part(0.1, supply), WIDE];
    case 'microphone':
      return radio ? [[0.5, 5.5, 2.2], share(0.5, ZERO), WIDE] : AT_REST;
    case 'unused':
      return [share(0.6, ZERO), share(0.4, GHOST), WIDE];
  }
}

/** How often the meter does not settle on a role. */
function drifts(role: Role, c: Conditions): number {
  switch (role) {
    case 'battery':
    case 'ground':
      return 0.01;
    case 'unused':
      return 0.4;
    case 'output':
      // A voice coil hangs between its two wires and on nothing else.
      return unitLive(c) ? 0.03 : c.plug === 'out' ? 0.25 : 0.1;
    case 'data':
    case 'input':
      return 0.12;
    case 'microphone':
      return 0.06;
    default:
      return 0.03;
  }
}

/** With a load across the meter a floating wire is at nothing; what has a source stays. */
const collapses = (role: Role, c: Conditions) =>
  c.moment === 'loaded' && (role === 'unused' || (role === 'output' && !unitLive(c)));

const ANY: readonly Piece[] = [
  [0.5, 0.05, 0.1],
  [0.14, 12.4, 0.75],
  [0.12, 6.4, 0.6],
  [0.12, 2.5, 0.4],
  [0.12, 5, 4],
];

const likelihood: LikelihoodModel<Dc> = {
  alone(o, c, role, car) {
    if (o.word === 'unreachable') return 1;
    const drifting = collapses(role, c) ? 0.01 : drifts(role, c);
    if (o.word === 'drifting' || o.volts === null) return drifting;
    return (1 - drifting) * mixture(o.volts, collapses(role, c) ? AT_REST : levels(role, c, car));
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
  unlikely: ({ volts }, net) =>
    dangerousVolts(volts) ??
    unlikelySupply(volts, net) ??
    ((volts ?? 0) < -1 ? { text: `${volts} V: are red and black swapped?`, highVoltage: false } : null),
  likelihood,
});
