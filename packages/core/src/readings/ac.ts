import { z } from 'zod';
import type { Conditions } from '../model/conditions.ts';
import type { Role } from '../model/sheet.ts';
import {
  awake,
  type LikelihoodModel,
  mixture,
  type Piece,
  type PairKind,
  probesUnit,
  unitLive,
} from './likelihood.ts';
import { readingKind } from './reading-kind.ts';
import {
  dangerousVolts,
  meterWordSchema,
  ONE_OF_TWO,
  readVolts,
  VOLT_WORDS,
  voltsSchema,
  voltWords,
} from './volts.ts';

const schema = z
  .object({
    kind: z.literal('ac'),
    volts: voltsSchema.min(0, 'AC volts are 0 or more').nullable(),
    word: meterWordSchema.nullable(),
  })
  .refine((o) => (o.volts === null) !== (o.word === null), ONE_OF_TWO);
type Ac = z.infer<typeof schema>;

/** Over log10 of volts. What a meter shows where nothing is: a few millivolts of hum. */
const NOTHING: Piece = [1, -2.5, 0.4];
const share = (weight: number, [, mean, sd]: Piece): Piece => [weight, mean, sd];
const WIDE: Piece = [0.05, -1, 1.5];
const SILENT: readonly Piece[] = [NOTHING, WIDE];
const log = (volts: number) => Math.log10(Math.max(volts, 0.0005));

/** Audio across a whole pair, log10 V; half of it shows from one end to ground. */
function programme(kind: PairKind, c: Conditions, half: boolean): readonly Piece[] {
  if (kind === 'microphone') return SILENT;
  if (kind === 'data')
    return awake(c) && !probesUnit(c) ? [[0.9, -0.75, 0.35], share(0.1, NOTHING), WIDE] : [NOTHING, WIDE];
  const carries =
    c.radio === 'on' && c.sound === 'playing' && !probesUnit(c) && (kind === 'input' || unitLive(c));
  if (!carries) return [NOTHING, WIDE];
  const at = (level: number) => level - (half ? 0.3 : 0) + ((c.volumeStep ?? 18) - 18) / 20;
  const away = c.balance === 'centre' && c.fader === 'centre' ? 0.06 : 0.45;
  if (kind === 'output') return [[1 - away, at(0.2), 0.45], share(away, NOTHING), WIDE];
  // Many radios feed the amplifier at speaker level.
  const [line, speaker] = [at(-0.25), at(0.2)];
  // A line against a common return has all of its signal on one wire and none on the other.
  const ended = half ? 0.15 : 0;
  return [
    [(1 - away) * 0.6 * (1 - 2 * ended), line, 0.45],
    [(1 - away) * 0.4 * (1 - 2 * ended), speaker, 0.4],
    [(1 - away) * ended, line + 0.3, 0.45],
    share(away + (1 - away) * ended, NOTHING),
    WIDE,
  ];
}

const isPairKind = (role: Role): role is PairKind => role === 'output' || role === 'input' || role === 'data';
/** Dimmed lamps and floating wires show some of what they are near. */
const STRAY: readonly Piece[] = [share(0.6, NOTHING), [0.4, -1, 0.6], WIDE];
const quiet = (role: Role) => (role === 'unused' || role === 'illumination' ? STRAY : SILENT);

const likelihood: LikelihoodModel<Ac> = {
  alone: (o, c, role) =>
    o.volts === null ? 0.1 : mixture(log(o.volts), isPairKind(role) ? programme(role, c, true) : quiet(role)),
  partners: (o, c, kind) => (o.volts === null ? 0.1 : mixture(log(o.volts), programme(kind, c, false))),
  strangers(o, c, first, second) {
    if (o.volts === null) return 0.1;
    const x = log(o.volts);
    const halves = [first, second].filter(isPairKind);
    if (halves.length === 0) return mixture(x, quiet(first === 'unused' ? second : first));
    if (halves.length === 1) return mixture(x, programme(halves[0], c, true));
    // Equal halves of two channels cancel or add, whichever ends were caught.
    const both = mixture(x, programme(halves[0], c, false));
    return halves[0] === halves[1]
      ? 0.5 * both + 0.5 * mixture(x, SILENT)
      : mixture(x, programme(halves[0], c, true));
  },
  anywhere: (o) =>
    o.volts === null
      ? 0.1
      : mixture(log(o.volts), [
          [0.5, -2.5, 0.5],
          [0.5, -0.3, 0.7],
        ]),
};

/** AC volts across a factory amplifier's output, V rms. */
const MOST = 45;

export const ac = readingKind({
  kind: 'ac',
  schema,
  name: 'Volts AC',
  key: 'a',
  asTest: 'AC volts',
  unit: 'V',
  hint: '1.4 · 350 mV',
  wanted: 'volts, as 1.4 or 350 mV; or drifting, cannot reach',
  pastedAs: ['volts ac', 'vac'],
  quickWords: VOLT_WORDS,
  drives: false,
  touches: true,
  conditionsTell: true,
  read(text, word): Ac | null {
    const read = readVolts(text, word);
    return read && (read.volts ?? 0) >= 0 ? { kind: 'ac', ...read } : null;
  },
  words: voltWords,
  unlikely: ({ volts }) =>
    dangerousVolts(volts) ??
    ((volts ?? 0) > MOST
      ? {
          text: `${volts} V AC is more than a factory amplifier gives: was it a slip of the keys (mV)?`,
          highVoltage: false,
        }
      : null),
  likelihood,
});
