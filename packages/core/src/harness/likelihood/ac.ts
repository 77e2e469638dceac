import type { Conditions, Observation } from '../../model/reading.ts';
import type { Role } from '../../model/sheet.ts';
import {
  awake,
  type LikelihoodModel,
  mixture,
  type Piece,
  type PairKind,
  probesUnit,
  unitLive,
} from './outcome.ts';

type Ac = Extract<Observation, { kind: 'ac' }>;

/** Over log10 of volts. What a meter shows where nothing is: a few millivolts of hum. */
const NOTHING: Piece = [1, -2.5, 0.4];
const share = (weight: number, [, mean, sd]: Piece): Piece => [weight, mean, sd];
const WIDE: Piece = [0.05, -1, 1.5];
const log = (volts: number) => Math.log10(Math.max(volts, 0.0005));

/** Audio across a whole pair, log10 V; half of it shows from one end to ground. */
function programme(kind: PairKind, c: Conditions, half: boolean): readonly Piece[] {
  if (kind === 'data')
    return awake(c) && !probesUnit(c) ? [[0.9, -0.75, 0.35], share(0.1, NOTHING), WIDE] : [NOTHING, WIDE];
  const carries =
    c.radio === 'on' && c.sound === 'playing' && !probesUnit(c) && (kind === 'input' || unitLive(c));
  if (!carries) return [NOTHING, WIDE];
  const level = (kind === 'output' ? 0.2 : -0.25) - (half ? 0.3 : 0) + ((c.volumeStep ?? 18) - 18) / 20;
  const away = c.balance === 'centre' && c.fader === 'centre' ? 0.06 : 0.45;
  return [[1 - away, level, 0.45], share(away, NOTHING), WIDE];
}

const isPairKind = (role: Role): role is PairKind => role === 'output' || role === 'input' || role === 'data';
const SILENT: readonly Piece[] = [NOTHING, WIDE];

export const acLikelihood: LikelihoodModel<Ac> = {
  alone: (o, c, role) =>
    o.volts === null ? 0.1 : mixture(log(o.volts), isPairKind(role) ? programme(role, c, true) : SILENT),
  partners: (o, c, kind) => (o.volts === null ? 0.1 : mixture(log(o.volts), programme(kind, c, false))),
  strangers(o, c, first, second) {
    if (o.volts === null) return 0.1;
    const x = log(o.volts);
    const halves = [first, second].filter(isPairKind);
    if (halves.length === 0) return mixture(x, SILENT);
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
