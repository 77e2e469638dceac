import type { PairKind } from '../readings/likelihood.ts';
import { type Role, ROLES } from '../model/sheet.ts';
import { CHANNEL_PRIOR, CHANNELS, channelIndex } from './channels.ts';
import { normalised } from './log-probabilities.ts';
import type { HarnessClaim, HarnessSheet } from './harness-input.ts';
import { type ClaimWeights, ROLE_PRIOR, roleIndex } from './role-beliefs.ts';

/** How often a row of the right variant is right, and how often one of a wrong variant happens to be. */
const RIGHT = { role: 0.94, channel: 0.975, sign: 0.97 };
const WRONG = { channel: 0.15, sign: 0.85 };
/** Option codes move audio pairs; feeds and grounds mostly stay where they are. */
const wrongRole = (said: Role): number =>
  said === 'output' || said === 'input' ? 0.55 : said === 'battery' || said === 'ground' ? 0.93 : 0.6;
const rateOfRole = (said: Role, right: boolean): number => (right ? RIGHT.role : wrongRole(said));
/** One row cannot decide alone: sheets have single errors. */
const MOST_PER_ROW = 2.5;

/** Diagrams are often for another car; one that lists several option codes mostly has this car's among them. */
const LONE_VARIANT = 0.28;
const SEVERAL_VARIANTS = 0.95;

/** Both halves of a pair tell the same channel, and one pair taken for another spoils two. */
const CHANNEL_SHARE = 0.6;
/** Roles of one plug stand and fall together, and other option codes keep many of them: agreement says less than its count. */
const ROLE_SHARE = { agrees: 0.22, disagrees: 0.38 };

/** What measurements alone say of a cavity that is claimed. */
export interface MeasuredCavity {
  roles: Float64Array;
  /** log likelihood of each channel, where it is in a likely pair */
  channels: Float64Array | null;
  /** probability that it is the plus of its pair */
  isPlus: number | null;
}

export interface VariantBelief {
  variant: string;
  probability: number;
  agrees: number;
  disagrees: number;
}

export interface SheetBelief {
  sheet: HarnessSheet;
  variants: VariantBelief[];
  /** probability that none of its variants is this car's */
  none: number;
  /** per cavity index: probability of each variant with that cavity's own evidence left out */
  without: Map<number, Map<string, number>>;
}

const variantsOf = (sheet: HarnessSheet) => [...new Set(sheet.claims.map((c) => c.variant))];

/** How likely a sheet says `said` of a cavity that is `true_`: when it errs, it names a common role rather than a rare one. */
const claimOfRole = (said: Role, true_: Role, right: boolean): number => {
  const rate = rateOfRole(said, right);
  return said === true_ ? rate : ((1 - rate) * ROLE_PRIOR[said]) / (1 - ROLE_PRIOR[true_]);
};

/** The same for channels. */
const claimOfChannel =
  (kind: 'input' | 'output') =>
  (said: number, isTrue: number, right: boolean): number => {
    const rate = (right ? RIGHT : WRONG).channel;
    const share = CHANNEL_PRIOR[kind];
    return said === isTrue ? rate : ((1 - rate) * share[said]) / (1 - share[isTrue]);
  };

/** log of how much better the right variant explains what was measured at one row's cavity than a wrong one */
function rowRatio(claim: HarnessClaim, at: MeasuredCavity): number {
  let ratio = 0;
  if (claim.role !== null) {
    const said = (right: boolean) =>
      ROLES.reduce((p, role, r) => p + at.roles[r] * claimOfRole(claim.role!, role, right), 0);
    const role = Math.log(said(true)) - Math.log(said(false));
    ratio += (role > 0 ? ROLE_SHARE.agrees : ROLE_SHARE.disagrees) * role;
  }
  if (claim.channel !== null && at.channels) {
    const said = channelIndex(claim.channel);
    const kind = claim.role === 'input' ? 'input' : 'output';
    const measured = normalised(at.channels.map((v, n) => v + Math.log(CHANNEL_PRIOR[kind][n])));
    const p = (right: boolean) =>
      measured.reduce((sum, belief, n) => sum + belief * claimOfChannel(kind)(said, n, right), 0);
    if (said >= 0) ratio += CHANNEL_SHARE * (Math.log(p(true)) - Math.log(p(false)));
  }
  if (claim.sign !== null && at.isPlus !== null) {
    const hit = claim.sign === 'plus' ? at.isPlus : 1 - at.isPlus;
    ratio +=
      Math.log(RIGHT.sign * hit + (1 - RIGHT.sign) * (1 - hit)) -
      Math.log(WRONG.sign * hit + (1 - WRONG.sign) * (1 - hit));
  }
  return Math.max(-MOST_PER_ROW, Math.min(MOST_PER_ROW, ratio));
}

/** Which variant of a sheet is this car's, scored against what was measured. One latent variant per sheet. */
export function sheetBelief(
  sheet: HarnessSheet,
  indexOf: ReadonlyMap<string, number>,
  measured: readonly MeasuredCavity[],
): SheetBelief {
  const variants = variantsOf(sheet);
  const known = variants.length === 1 ? LONE_VARIANT : SEVERAL_VARIANTS;
  const score = new Map(variants.map((v) => [v, Math.log(known / variants.length)]));
  if (sheet.chosenVariant !== null && score.has(sheet.chosenVariant))
    score.set(sheet.chosenVariant, Math.log(50));
  const perCavity = new Map<number, Map<string, number>>();
  const counts = new Map(variants.map((v) => [v, { agrees: 0, disagrees: 0 }]));
  for (const claim of sheet.claims) {
    const i = indexOf.get(claim.cavityId);
    if (i === undefined) continue;
    const ratio = rowRatio(claim, measured[i]);
    score.set(claim.variant, score.get(claim.variant)! + ratio);
    const own = perCavity.get(i) ?? new Map<string, number>();
    own.set(claim.variant, (own.get(claim.variant) ?? 0) + ratio);
    perCavity.set(i, own);
    const count = counts.get(claim.variant)!;
    if (ratio > 0.2) count.agrees++;
    if (ratio < -0.3) count.disagrees++;
  }
  const none = Math.log(1 - known);
  const share = (scores: Map<string, number>) => {
    const most = Math.max(none, ...scores.values());
    const total = [...scores.values()].reduce((s, v) => s + Math.exp(v - most), Math.exp(none - most));
    return new Map([...scores].map(([v, s]) => [v, Math.exp(s - most) / total]));
  };
  const now = share(score);
  const without = new Map(
    [...perCavity].map(([i, own]) => [
      i,
      share(new Map([...score].map(([v, s]) => [v, s - (own.get(v) ?? 0)]))),
    ]),
  );
  return {
    sheet,
    variants: variants.map((variant) => ({
      variant,
      probability: now.get(variant)!,
      ...counts.get(variant)!,
    })),
    none: 1 - [...now.values()].reduce((a, b) => a + b, 0),
    without,
  };
}

/** The claims of one sheet on one cavity, by variant. */
function claimsByCavity(sheet: HarnessSheet): Map<string, HarnessClaim[]> {
  const rows = new Map<string, HarnessClaim[]>();
  for (const claim of sheet.claims) rows.set(claim.cavityId, [...(rows.get(claim.cavityId) ?? []), claim]);
  return rows;
}

/**
 * Likelihood of what a sheet says of one thing, for each of its possible values: its variants are alternatives, so they
 * are mixed by how far each is believed, not multiplied.
 */
function mixed(
  said: readonly { value: number; q: number }[],
  outcomes: number,
  likelihood: (said: number, isTrue: number, right: boolean) => number,
): Float64Array {
  const logs = new Float64Array(outcomes);
  if (said.length === 0) return logs;
  const rest = Math.max(0, 1 - said.reduce((s, v) => s + v.q, 0));
  const all = rest > 0 ? [...said, { value: said[0].value, q: -rest }] : said;
  for (let v = 0; v < outcomes; v++) {
    let p = 0;
    for (const { value, q } of all) {
      p += Math.abs(q) * likelihood(value, v, q >= 0);
    }
    logs[v] = Math.log(p);
  }
  return logs;
}

/** What a sheet says of the two ends of a pair is one statement, right or wrong for both. */
const HALF_OF_PAIR = 0.7;

const ofRole = (said: number, isTrue: number, right: boolean) =>
  claimOfRole(ROLES[said], ROLES[isTrue], right);
const ofSign = (said: number, isTrue: number, right: boolean) => {
  const rate = (right ? RIGHT : WRONG).sign;
  return said === isTrue ? rate : 1 - rate;
};

/** Sheets leave out what is not used: how much likelier that is than leaving out a wire that does something. */
const LEFT_OUT = 12;
/** Only where a sheet names this share of all wires is its silence on one of them worth anything. */
const NAMES_MOST = 0.7;

/** Wires that a sheet passes over although it names nearly all others, by index. */
function leftOut(sheet: HarnessSheet, indexOf: ReadonlyMap<string, number>, count: number): number[] {
  const named = new Set(sheet.claims.map((c) => indexOf.get(c.cavityId)));
  named.delete(undefined);
  if (named.size < NAMES_MOST * count) return [];
  return Array.from({ length: count }, (_, i) => i).filter((i) => !named.has(i));
}

/** Claims as evidence for roles and pairs; each counts as far as its variant is believed without it. */
export function claimWeights(
  beliefs: readonly SheetBelief[],
  indexOf: ReadonlyMap<string, number>,
  count: number,
): ClaimWeights {
  const roles = Array.from({ length: count }, () => new Float64Array(ROLES.length));
  const pairs: { i: number; j: number; kind: PairKind; logRatio: number }[] = [];
  for (const { sheet, without } of beliefs) {
    for (const i of leftOut(sheet, indexOf, count)) roles[i][roleIndex.unused] += Math.log(LEFT_OUT);
    const halves = new Map<string, { i: number; q: number }>();
    for (const [cavityId, claims] of claimsByCavity(sheet)) {
      const i = indexOf.get(cavityId);
      if (i === undefined) continue;
      const q = (claim: HarnessClaim) => without.get(i)?.get(claim.variant) ?? 0;
      const said = claims.flatMap((c) => (c.role === null ? [] : [{ value: roleIndex[c.role], q: q(c) }]));
      const half = claims.some((c) => c.role === 'output' || c.role === 'input' || c.role === 'data');
      mixed(said, ROLES.length, ofRole).forEach((log, r) => (roles[i][r] += (half ? HALF_OF_PAIR : 1) * log));
      for (const claim of claims) {
        if (!claim.channel || !claim.sign || (claim.role !== 'output' && claim.role !== 'input')) continue;
        const key = [
          claim.variant,
          claim.role,
          claim.channel.side,
          claim.channel.axle,
          claim.channel.way,
        ].join();
        const mate = halves.get(key);
        if (mate && mate.i !== i) {
          const logRatio = Math.log(1 + 15 * Math.min(q(claim), mate.q));
          pairs.push({ i: Math.min(i, mate.i), j: Math.max(i, mate.i), kind: claim.role, logRatio });
          halves.delete(key);
        } else halves.set(key, { i, q: q(claim) });
      }
    }
  }
  return { roles, pairs };
}

/** Claims as evidence for a pair's channel (log likelihood per channel) and for its polarity (log odds that i is plus). */
export function claimsOnPair(
  beliefs: readonly SheetBelief[],
  idOf: readonly string[],
  i: number,
  j: number,
  kind: 'input' | 'output',
): { channel: Float64Array; firstIsPlus: number } {
  const channel = new Float64Array(CHANNELS.length);
  let firstIsPlus = 0;
  for (const { sheet, without } of beliefs) {
    const rows = claimsByCavity(sheet);
    // Both ends come from the same row of the author's mind: the first end that says something counts.
    const ends = [i, j].map((at) => ({ at, claims: rows.get(idOf[at]) ?? [] }));
    const q = (at: number, c: HarnessClaim) => without.get(at)?.get(c.variant) ?? 0;
    const placed = ends.map(({ at, claims }) =>
      claims.flatMap((c) =>
        c.channel && channelIndex(c.channel) >= 0 ? [{ value: channelIndex(c.channel), q: q(at, c) }] : [],
      ),
    );
    mixed(placed.find((p) => p.length > 0) ?? [], CHANNELS.length, claimOfChannel(kind)).forEach(
      (log, n) => (channel[n] += log),
    );
    const signed = ends.map(({ at, claims }) =>
      claims.flatMap((c) =>
        c.sign ? [{ value: (c.sign === 'plus') === (at === i) ? 0 : 1, q: q(at, c) }] : [],
      ),
    );
    const [first, second] = mixed(signed.find((p) => p.length > 0) ?? [], 2, ofSign);
    firstIsPlus += first - second;
  }
  return { channel, firstIsPlus };
}
