import type { Role } from '../model/sheet.ts';
import type { PairKind } from '../readings/likelihood.ts';
import { KNEES, type Weight, WEIGHTS } from './calibration-weights.ts';
import type { Needed } from './needed.ts';

/** How stated log odds go with what the arithmetic makes of them: a line, and what its slope gains above each knee. */
export interface Line {
  shift: number;
  slope: number;
  above: readonly { knee: number; slope: number }[];
}

/** Log odds beyond these are more than any car was asked. */
const LEAST = 0.001;
const MOST = 0.9995;

const { log, log1p, exp, max, min } = Math;
/** Readings beyond so many say nothing more of how far to trust an answer. */
const counted = (n: number, most: number): number => log1p(min(n, most));

function lineOf(
  knees: readonly number[],
  ...parts: readonly (readonly [Weight, amount: number | boolean])[]
): Line {
  const sumOf = (k: number) => parts.reduce((s, [weight, amount]) => s + weight[k] * Number(amount), 0);
  // What the arithmetic thinks likelier is never stated less.
  const slope = max(0, sumOf(1));
  let steep = slope;
  const above = knees.map((knee, n) => {
    const gain = max(-steep, sumOf(2 + n));
    steep += gain;
    return { knee, slope: gain };
  });
  return { shift: sumOf(0), slope, above };
}

const isProved = (needed: Needed | null) => needed === null;

/**
 * How far to trust a role. Much was read and it still is not clear: then something is as the arithmetic does not think of it.
 *
 * @param readings how many touch the cavity
 */
export function roleLine(role: Role, needed: Needed | null, readings: number): Line {
  const w = WEIGHTS.role;
  return lineOf(
    KNEES.role,
    [w.always, 1],
    [w.proved, isProved(needed)],
    [w.noMeter, needed !== null && needed.test === null],
    [w.readings, counted(readings, 12)],
    [w.of[role], 1],
  );
}

/** What the trust in a pair goes by. */
export interface PairCircumstances {
  kind: PairKind;
  needed: Needed | null;
  /** that touch either cavity */
  readings: number;
  /** of these, taken across the two */
  across: number;
  /** a sheet gives both a role */
  named: boolean;
}

/** How far to trust that two wires are a pair. */
export function pairLine({ kind, needed, readings, across, named }: PairCircumstances): Line {
  const w = WEIGHTS.pair;
  const unmeasured = across === 0;
  return lineOf(
    KNEES.pair,
    [w.always, 1],
    [w.proved, isProved(needed)],
    [w.readings, counted(readings, 24)],
    [w.across, counted(across, 8)],
    [w.unmeasured, unmeasured],
    [w.said, unmeasured && named],
    [w.of[kind], 1],
    [w.unmeasuredOf[kind], unmeasured],
  );
}

/** How far to trust the channel of a pair; `named`: a sheet gives one of its cavities a role. */
export function channelLine({ kind, needed, across, named }: Omit<PairCircumstances, 'readings'>): Line {
  const w = WEIGHTS.channel;
  const unmeasured = across === 0;
  return lineOf(
    KNEES.channel,
    [w.always, 1],
    [w.proved, isProved(needed)],
    [w.output, kind === 'output'],
    [w.across, counted(across, 8)],
    [w.unmeasured, unmeasured],
    [w.named, named],
    [w.said, unmeasured && named],
  );
}

/** How far to trust a polarity that `times` readings tell; `odd`: its siblings go the other way. */
export function polarityLine(of: { kind: PairKind; times: number; odd: boolean; named: boolean }): Line {
  const w = WEIGHTS.polarity;
  const unmeasured = of.times === 0;
  return lineOf(
    KNEES.polarity,
    [w.always, 1],
    [w.unmeasured, unmeasured],
    [w.cones, counted(of.times, 6)],
    [w.said, unmeasured && of.named],
    [w.odd, of.odd],
    [w.output, of.kind === 'output'],
  );
}

/** The probability to state for the likeliest of several answers, from 0 to 1; never falls as `p` rises. */
export function stated(p: number, { shift, slope, above }: Line): number {
  const held = max(LEAST, min(MOST, p));
  const odds = log(held / (1 - held));
  const bent = above.reduce((sum, { knee, slope: gain }) => sum + gain * max(0, odds - knee), 0);
  return 1 / (1 + exp(-(shift + slope * odds + bent)));
}

/** Answers in order of probability, the first as {@link stated}, the rest sharing what remains but never above it. */
export function asStated<A extends { probability: number }>(ranked: readonly A[], line: Line): A[] {
  const [first] = ranked;
  const probability = stated(first.probability, line);
  const rest = first.probability < 1 ? (1 - probability) / (1 - first.probability) : 0;
  return ranked.map((a, n) => ({
    ...a,
    probability: n === 0 ? probability : min(probability, rest * a.probability),
  }));
}
