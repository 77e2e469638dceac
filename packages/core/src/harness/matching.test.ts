import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bestPairing, type Edge, pairingMarginals } from './matching.ts';
import { maximumMatching } from './maximum-matching.ts';

/** Every matching of a graph, one after the other. */
function allMatchings(edges: readonly Edge[]): number[][] {
  const found: number[][] = [];
  const go = (from: number, used: ReadonlySet<number>, chosen: number[]) => {
    found.push(chosen);
    for (let n = from; n < edges.length; n++) {
      const { i, j } = edges[n];
      if (!used.has(i) && !used.has(j)) go(n + 1, new Set([...used, i, j]), [...chosen, n]);
    }
  };
  go(0, new Set(), []);
  return found;
}
const worth = (edges: readonly Edge[], chosen: readonly number[]) =>
  chosen.reduce((s, n) => s + edges[n].logOdds, 0);

const graph = (most: number, density: number) =>
  fc
    .array(
      fc.tuple(fc.double({ min: -3, max: 6, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })),
      {
        minLength: (most * (most - 1)) / 2,
        maxLength: (most * (most - 1)) / 2,
      },
    )
    .map((draws) => {
      const edges: Edge[] = [];
      let n = 0;
      for (let i = 0; i < most; i++)
        for (let j = i + 1; j < most; j++) {
          const [logOdds, here] = draws[n++];
          if (here < density) edges.push({ i, j, logOdds });
        }
      return edges;
    });

describe('the best pairing', () => {
  it('is the best of all pairings, odd circles and all', () => {
    fc.assert(
      fc.property(graph(8, 0.6), (edges) => {
        const best = Math.max(...allMatchings(edges).map((m) => worth(edges, m)));
        expect(worth(edges, bestPairing(edges))).toBeCloseTo(best, 4);
      }),
      { numRuns: 300 },
    );
  });
  it('breaks a circle of five where it costs least', () => {
    const ring: [number, number, number][] = [0, 1, 2, 3, 4].map((i) => [i, (i + 1) % 5, 10 + i]);
    const mates = maximumMatching(5, ring);
    expect(mates.filter((m) => m < 0)).toHaveLength(1);
    expect(
      mates.reduce((s, m, i) => s + (m > i ? ring.find((e) => e.includes(i) && e.includes(m))![2] : 0), 0),
    ).toBe(26);
  });
  it('takes nothing that is not worth it', () => {
    expect(bestPairing([{ i: 0, j: 1, logOdds: -0.1 }])).toEqual([]);
    expect(maximumMatching(2, [])).toEqual([-1, -1]);
  });
});

describe('pairing marginals', () => {
  const exact = (edges: readonly Edge[]) => {
    const weights = allMatchings(edges).map((m) => ({ m, w: Math.exp(worth(edges, m)) }));
    const sum = weights.reduce((s, x) => s + x.w, 0);
    return edges.map((_, n) => weights.filter((x) => x.m.includes(n)).reduce((s, x) => s + x.w, 0) / sum);
  };
  it('are exact on a chain', () => {
    const chain: Edge[] = [1.2, -0.5, 2, 0.3].map((logOdds, i) => ({ i, j: i + 1, logOdds }));
    const { edges, single } = pairingMarginals(5, chain);
    exact(chain).forEach((p, n) => expect(edges[n]).toBeCloseTo(p, 4));
    expect(single[0]).toBeCloseTo(1 - edges[0], 4);
    expect(single[1]).toBeCloseTo(1 - edges[0] - edges[1], 4);
  });
  it('come near the truth where pairs form circles, and a cavity is in one pair at most', () => {
    fc.assert(
      fc.property(graph(6, 0.5), (edges) => {
        const { edges: found } = pairingMarginals(6, edges);
        exact(edges).forEach((p, n) => expect(Math.abs(found[n] - p)).toBeLessThan(0.2));
        for (let i = 0; i < 6; i++) {
          const sum = edges.reduce((s, e, n) => s + (e.i === i || e.j === i ? found[n] : 0), 0);
          expect(sum).toBeLessThan(1.001);
        }
      }),
      { numRuns: 100 },
    );
  });
});
