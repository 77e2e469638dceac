import { PAIR_KINDS, type PairKind } from '../readings/likelihood.ts';
import { type Role, ROLES } from '../model/sheet.ts';
import type { HarnessCavity } from './harness-input.ts';
import type { LegLogs } from './legs.ts';
import { logSum, normalised } from './log-probabilities.ts';
import { bestPairing, type Edge, pairingMarginals } from './matching.ts';
import type { Across, ReadingsAcross, WeightedReading } from './weighted-readings.ts';

/** How common roles are on the plugs of radios and amplifiers, before anything was measured. */
export const ROLE_PRIOR: Record<Role, number> = {
  battery: 0.055,
  switched: 0.022,
  ground: 0.055,
  remote: 0.034,
  data: 0.045,
  input: 0.21,
  output: 0.5,
  mute: 0.008,
  microphone: 0.025,
  illumination: 0.005,
  antenna: 0.0008,
  unused: 0.08,
};
/** Share of audio and data wires whose other half is not on these plugs. */
const HALF_ALONE = 0.008;
const WEAKEST_EDGE = -9;

export const roleIndex = Object.fromEntries(ROLES.map((r, i) => [r, i])) as Record<Role, number>;

/** A cavity as the arithmetic sees it. */
export interface Wire extends HarnessCavity {
  connector: number;
  unit: number;
  colour: string | null;
}

/** What claims add: logarithms of likelihood ratios. */
export interface ClaimWeights {
  roles: readonly Float64Array[];
  pairs: readonly { i: number; j: number; kind: PairKind; logRatio: number }[];
}

export interface PossiblePair extends Edge {
  /** share of each kind, in the order of PAIR_KINDS */
  kinds: number[];
  probability: number;
}

export interface RoleBeliefs {
  /** probability of every role, in the order of ROLES, per cavity */
  roles: Float64Array[];
  pairs: PossiblePair[];
  /** indices into `pairs`: the best pairing as a whole */
  best: number[];
}

/** How readings of single cavities bear on every role: logarithm of likelihood. */
function aloneTable(count: number, readings: readonly WeightedReading[]): Float64Array[] {
  const table = Array.from({ length: count }, () => new Float64Array(ROLES.length));
  for (const { i, weight, tables } of readings)
    tables.alone?.forEach((log, r) => (table[i][r] += weight * log));
  return table;
}

const LOG_PRIOR = ROLES.map((r) => Math.log(ROLE_PRIOR[r]));
const PAIR_ROLE = PAIR_KINDS.map((kind) => roleIndex[kind]);

/**
 * Probabilities of roles and pairs from all readings. Two rounds: the first takes each cavity alone, the second knows
 * what the other end of a reading across two cavities most likely is.
 */
export function roleBeliefs(
  wires: readonly Wire[],
  readings: readonly WeightedReading[],
  across: ReadingsAcross,
  claims: ClaimWeights | null,
  legs: LegLogs,
): RoleBeliefs {
  const alone = aloneTable(wires.length, readings);
  if (claims) alone.forEach((row, i) => row.forEach((_, r) => (row[r] += claims.roles[i][r])));
  let roles = alone.map((row) => normalised(row.map((v, r) => v + LOG_PRIOR[r])));
  let upright = 0.5;
  let pairs: PossiblePair[] = [];
  for (let round = 0; round < 2; round++) {
    ({ roles, pairs } = pairRound(wires, alone, across, roles, claims, legs, upright));
    upright = habitOf(wires, pairs);
  }
  return { roles, pairs, best: bestPairing(pairs) };
}

/** Share of pairs that stand one above the other on these plugs, from the pairs that are sure. */
function habitOf(wires: readonly Wire[], pairs: readonly PossiblePair[]): number {
  let above = 1;
  let beside = 1;
  for (const { i, j, probability } of pairs) {
    const step = stepOf(wires[i], wires[j]);
    if (step === 'above') above += probability;
    if (step === 'beside') beside += probability;
  }
  return above / (above + beside);
}

function stepOf(a: Wire, b: Wire): 'beside' | 'above' | 'near' | 'plug' | 'unit' | 'far' {
  if (a.connector !== b.connector) return a.unit === b.unit ? 'unit' : 'far';
  const [dx, dy] = [Math.abs(a.x - b.x), Math.abs(a.row - b.row)];
  if (dy === 0 && dx <= 1) return 'beside';
  if (dx <= 0.5 && dy === 1) return 'above';
  return dx + dy <= 2 ? 'near' : 'plug';
}

/** Probability that b is the other half of a, by where the two sit and what colours their wires have. */
function placePrior(a: Wire, b: Wire, upright: number, onPlug: number, total: number): number {
  const step = stepOf(a, b);
  const place =
    step === 'beside'
      ? 0.5 * (1 - upright) + 0.03
      : step === 'above'
        ? 0.9 * upright + 0.03
        : step === 'near'
          ? 0.02
          : step === 'plug'
            ? 0.06 / onPlug
            : step === 'unit'
              ? 0.01 / total
              : 0.001 / total;
  return Math.min(0.9, place * colourRatio(a.colour, b.colour));
}

/** The two wires of a pair often share their base colour, one of them striped. */
function colourRatio(a: string | null, b: string | null): number {
  if (a === null || b === null) return 1;
  if (a.slice(0, 2) !== b.slice(0, 2)) return 0.3;
  return a === b ? 1.5 : 5;
}

function pairRound(
  wires: readonly Wire[],
  alone: readonly Float64Array[],
  across: ReadingsAcross,
  before: readonly Float64Array[],
  claims: ClaimWeights | null,
  legs: LegLogs,
  upright: number,
): Omit<RoleBeliefs, 'best'> {
  const count = wires.length;
  const asStranger = alone.map((row) => Float64Array.from(row));
  const measured = new Map<number, { partner: Float64Array; own: [Float64Array, Float64Array] }>();
  for (const [key, group] of across) measured.set(key, strangersAndPartners(group, before, asStranger));
  const singleLogs = asStranger.map((row) =>
    row.map((v, r) => v + LOG_PRIOR[r] + (PAIR_ROLE.includes(r) ? Math.log(HALF_ALONE) : 0)),
  );
  const singleSum = singleLogs.map((row) => logSum(row));
  const onPlug = new Map<number, number>();
  for (const w of wires) onPlug.set(w.connector, (onPlug.get(w.connector) ?? 0) + 1);
  const claimed = new Map((claims?.pairs ?? []).map((p) => [p.i * count + p.j, p]));
  const pairs: PossiblePair[] = [];
  const logs = PAIR_KINDS.map(() => 0);
  for (let i = 0; i < count; i++) {
    for (let j = i + 1; j < count; j++) {
      const known = measured.get(i * count + j);
      const claim = claimed.get(i * count + j);
      if (wires[i].connector !== wires[j].connector && !known && !claim) continue;
      const place = Math.log(placePrior(wires[i], wires[j], upright, onPlug.get(wires[i].connector)!, count));
      const rest = legs(wires[i].id, wires[j].id);
      let most = -Infinity;
      for (let k = 0; k < PAIR_ROLE.length; k++) {
        const r = PAIR_ROLE[k];
        let log = LOG_PRIOR[r] + place + asStranger[i][r] + asStranger[j][r];
        if (known) log += known.partner[k] - known.own[0][r] - known.own[1][r];
        if (rest) log += rest[k];
        if (claim && claim.kind === PAIR_KINDS[k]) log += claim.logRatio;
        logs[k] = log;
        most = Math.max(most, log);
      }
      const singles = singleSum[i] + singleSum[j];
      if (most - singles < WEAKEST_EDGE) continue;
      const kinds = logs.map((log) => Math.exp(log - most));
      const sum = kinds.reduce((a, b) => a + b, 0);
      const logOdds = most + Math.log(sum) - singles;
      pairs.push({ i, j, logOdds, kinds: kinds.map((p) => p / sum), probability: 0 });
    }
  }
  const marginals = pairingMarginals(count, pairs);
  pairs.forEach((p, n) => (p.probability = marginals.edges[n]));
  const roles = singleLogs.map((row, i) => normalised(row).map((p) => p * marginals.single[i]));
  for (const { i, j, kinds, probability } of pairs) {
    kinds.forEach((share, k) => {
      roles[i][PAIR_ROLE[k]] += share * probability;
      roles[j][PAIR_ROLE[k]] += share * probability;
    });
  }
  for (const row of roles) {
    const sum = row.reduce((a, b) => a + b, 0);
    row.forEach((v, r) => (row[r] = v / sum));
  }
  return { roles, pairs };
}

/**
 * Readings across one pair of cavities: what they say if the two are partners, and, added to `asStranger`, what each
 * end's role would be if they are not, given what the other end most likely is.
 */
function strangersAndPartners(
  { i, j, readings }: Across,
  roles: readonly Float64Array[],
  asStranger: readonly Float64Array[],
): { partner: Float64Array; own: [Float64Array, Float64Array] } {
  const size = ROLES.length;
  const partner = new Float64Array(PAIR_KINDS.length);
  const own: [Float64Array, Float64Array] = [new Float64Array(size), new Float64Array(size)];
  const first = new Float64Array(size);
  const second = new Float64Array(size);
  const ofI = roles[i];
  const ofJ = roles[j];
  for (const { weight, tables, i: from } of readings) {
    const { strangers, partners } = tables.across!;
    // A reading may have been taken the other way round than the pair is listed.
    const [down, along] = from === i ? [size, 1] : [1, size];
    second.fill(0);
    let mean = 0;
    for (let a = 0; a < size; a++) {
      const likely = ofI[a];
      let sum = 0;
      for (let b = 0, at = a * down; b < size; b++, at += along) {
        const p = strangers[at];
        sum += p * ofJ[b];
        second[b] += p * likely;
      }
      first[a] = sum;
      mean += sum * likely;
    }
    mean = Math.log(mean);
    for (let r = 0; r < size; r++) {
      own[0][r] += weight * (Math.log(first[r]) - mean);
      own[1][r] += weight * (Math.log(second[r]) - mean);
    }
    partners.forEach((log, k) => (partner[k] += weight * (log - mean)));
  }
  own[0].forEach((v, r) => (asStranger[i][r] += v));
  own[1].forEach((v, r) => (asStranger[j][r] += v));
  return { partner, own };
}
