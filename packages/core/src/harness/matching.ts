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
  const weight = edges.map((e) => Math.exp(Math.min(e.logOdds, MOST_LOG_ODDS)));
  // A message along edge e towards j is at 2e, towards i at 2e + 1: how free its sender is of all others.
  const message = new Float64Array(edges.length * 2).fill(0.5);
  const incoming: number[][] = Array.from({ length: count }, () => []);
  edges.forEach((e, n) => {
    incoming[e.j].push(2 * n);
    incoming[e.i].push(2 * n + 1);
  });
  const others = (node: number, except: number) => {
    let sum = 0;
    for (const at of incoming[node]) if (at !== except) sum += weight[at >> 1] * message[at];
    return sum;
  };
  for (let round = 0; round < ROUNDS; round++) {
    let change = 0;
    for (let out = 0; out < message.length; out++) {
      const edge = edges[out >> 1];
      const sender = out % 2 === 0 ? edge.i : edge.j;
      // Halfway (in logarithms) to the new value, so that two ends do not swing against each other.
      const next = Math.sqrt(message[out] / (1 + others(sender, out ^ 1)));
      change = Math.max(change, Math.abs(next - message[out]));
      message[out] = next;
    }
    if (change < SETTLED) break;
  }
  return {
    edges: edges.map((_, n) => {
      const odds = weight[n] * message[2 * n] * message[2 * n + 1];
      return odds / (1 + odds);
    }),
    single: Array.from({ length: count }, (_, i) => 1 / (1 + others(i, -1))),
  };
}

/** The most likely pairing as a whole: indices of the chosen edges. */
export function bestPairing(edges: readonly Edge[]): number[] {
  const worth = edges.map((e, n) => ({ n, e })).filter(({ e }) => e.logOdds > 0);
  if (worth.length === 0) return [];
  const nodes = [...new Set(worth.flatMap(({ e }) => [e.i, e.j]))];
  const place = new Map(nodes.map((node, p) => [node, p]));
  // Whole numbers keep the algorithm's comparisons exact.
  const mates = maximumMatching(
    nodes.length,
    worth.map(({ e }) => [place.get(e.i)!, place.get(e.j)!, Math.round(Math.min(e.logOdds, 1e4) * 1e6)]),
  );
  return worth.filter(({ e }) => mates[place.get(e.i)!] === place.get(e.j)!).map(({ n }) => n);
}
