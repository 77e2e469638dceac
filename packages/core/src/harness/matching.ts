import { maximumMatching } from './maximum-matching.ts';

/** A possible pair of two cavities (by index) with the logarithm of its odds against both being single. */
export interface Edge {
  i: number;
  j: number;
  logOdds: number;
}

export interface Marginals {
  /** probability of each edge, in their order */
  edges: number[];
  /** probability that a cavity is in no pair */
  single: number[];
}

const ROUNDS = 60;
const SETTLED = 1e-6;
const MOST_LOG_ODDS = 40;

/**
 * How sure each pair is over all possible pairings, weighted by their odds: sum-product messages on the
 * monomer-dimer model (Heilmann and Lieb 1972; Bayati et al. 2007). Exact where possible pairs form no circle; near
 * enough otherwise, and compared with full enumeration in the tests.
 *
 * @param count number of cavities
 */
export function pairingMarginals(count: number, edges: readonly Edge[]): Marginals {
  const weight = Float64Array.from(edges, (e) => Math.exp(Math.min(e.logOdds, MOST_LOG_ODDS)));
  // A message along edge e towards j is at 2e, towards i at 2e + 1: how free its sender is of all others.
  const message = new Float64Array(edges.length * 2).fill(0.5);
  const incoming: number[][] = Array.from({ length: count }, () => []);
  edges.forEach((e, n) => {
    incoming[e.j].push(2 * n);
    incoming[e.i].push(2 * n + 1);
  });
  const weighed = (at: number) => weight[at >> 1] * message[at];
  const before = new Float64Array(Math.max(0, ...incoming.map((i) => i.length)));
  /** Sends one cavity's messages anew; what comes from all others is summed from both sides, never subtracted. */
  const send = (into: readonly number[]): number => {
    let sum = 0;
    for (let n = 0; n < into.length; n++) {
      before[n] = sum;
      sum += weighed(into[n]);
    }
    let change = 0;
    let after = 0;
    for (let n = into.length - 1; n >= 0; n--) {
      const out = into[n] ^ 1;
      // Halfway (in logarithms) to the new value, so that two ends do not swing against each other.
      const next = Math.sqrt(message[out] / (1 + before[n] + after));
      change = Math.max(change, Math.abs(next - message[out]));
      message[out] = next;
      after += weighed(into[n]);
    }
    return change;
  };
  for (let round = 0; round < ROUNDS; round++) {
    let change = 0;
    for (const into of incoming) change = Math.max(change, send(into));
    if (change < SETTLED) break;
  }
  return {
    edges: edges.map((_, n) => {
      const odds = weight[n] * message[2 * n] * message[2 * n + 1];
      return odds / (1 + odds);
    }),
    single: incoming.map((into) => 1 / (1 + into.reduce((sum, at) => sum + weighed(at), 0))),
  };
}

/** The most likely pairing as a whole: indices of the chosen edges. */
export function bestPairing(edges: readonly Edge[]): number[] {
  const chosen = worthIslands(edges).flatMap((island) => {
    const nodes = [...new Set(island.flatMap((n) => [edges[n].i, edges[n].j]))];
    const place = new Map(nodes.map((node, p) => [node, p]));
    const ends = (n: number) => [place.get(edges[n].i)!, place.get(edges[n].j)!] as const;
    // Whole numbers keep the algorithm's comparisons exact.
    const weight = (n: number) => Math.round(Math.min(edges[n].logOdds, 1e4) * 1e6);
    const mates = maximumMatching(
      nodes.length,
      island.map((n) => [...ends(n), weight(n)] as const),
    );
    return island.filter((n) => mates[ends(n)[0]] === ends(n)[1]);
  });
  return chosen.sort((a, b) => a - b);
}

/** Edges that are worth taking, in groups that share no cavity: each can be matched by itself. */
function worthIslands(edges: readonly Edge[]): number[][] {
  const head = new Map<number, number>();
  const headOf = (node: number): number => {
    const up = head.get(node) ?? node;
    return up === node ? node : headOf(up);
  };
  const worth = edges.flatMap((e, n) => (e.logOdds > 0 ? [n] : []));
  for (const n of worth) head.set(headOf(edges[n].i), headOf(edges[n].j));
  const islands = new Map<number, number[]>();
  for (const n of worth) {
    const island = islands.get(headOf(edges[n].i)) ?? [];
    island.push(n);
    islands.set(headOf(edges[n].i), island);
  }
  return [...islands.values()];
}
