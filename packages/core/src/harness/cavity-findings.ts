import { ROLES } from '../model/sheet.ts';
import { asStated, roleLine } from './calibration.ts';
import type { CavityFinding, Known, PairFinding } from './finding-types.ts';
import type { HarnessReading } from './harness-input.ts';
import { judge, SETTLED, unlessNeeded } from './judged.ts';
import type { Needed } from './needed.ts';
import { neededOfWire } from './settling.ts';

/** What is told of every cavity, in their order. */
export function cavityFindings(
  { wires, idOf, readings, touches, beliefs, measured, named, car }: Known,
  pairs: readonly PairFinding[],
): CavityFinding[] {
  const indexOf = new Map(idOf.map((id, i) => [id, i]));
  const pairOf = new Map<string, number>();
  pairs.forEach((p, n) => [p.plusCavityId, p.minusCavityId].forEach((id) => pairOf.set(id, n)));
  const own: HarnessReading[][] = idOf.map(() => []);
  for (const { i, j, reading } of readings) for (const k of [i, j]) if (k >= 0) own[k].push(reading);
  const likeliest = beliefs.roles.map((p) => ROLES[p.indexOf(Math.max(...p))]);
  const told = likeliest.map((role, i) => {
    const pair = pairs[pairOf.get(idOf[i]) ?? -1];
    return pair
      ? pair.state === 'settled'
      : role !== 'unused' && beliefs.roles[i][ROLES.indexOf(role)] > SETTLED;
  });
  /** a wire of the same plug that may be the other half, across to which no tone was tried */
  const untried = (i: number): string | null => {
    const tried = new Set(
      own[i].flatMap((r) => (r.observation.kind === 'tone' ? [r.cavityId, r.otherCavityId] : [])),
    );
    const mate = wires.find(
      (w, k) => k !== i && w.connector === wires[i].connector && !told[k] && !tried.has(w.id),
    );
    return mate?.id ?? null;
  };
  const likely = pairs.filter((p) => p.state !== 'open');
  const has = (kind: PairFinding['kind'], unit: number) =>
    likely.some((p) => p.kind === kind && wires[indexOf.get(p.plusCavityId)!].unit === unit);
  const alone = new Map(
    [...new Set(wires.map((w) => w.unit))].map((u) => [u, has('output', u) && !has('input', u)]),
  );
  return idOf.map((cavityId, i): CavityFinding => {
    const ranked = ROLES.map((role, r) => ({ role, probability: beliefs.roles[i][r] })).sort(
      (a, b) => b.probability - a.probability,
    );
    const [{ role }] = ranked;
    const pair = pairs[pairOf.get(cavityId) ?? -1];
    const half = pair?.kind === role;
    const twins = likeliest.filter(
      (r, k) => k !== i && wires[k].unit === wires[i].unit && (r === 'remote' || r === 'antenna'),
    ).length;
    const needed = half
      ? neededAt(pair, cavityId)
      : neededOfWire(role, own[i], car, twins, untried(i), alone.get(wires[i].unit)!);
    const roles = asStated(ranked, roleLine(role, needed, touches[i]));
    const [{ probability }] = roles;
    const judged = judge(probability, measured.roles[i][ROLES.indexOf(role)], named.has(cavityId));
    return {
      cavityId,
      role,
      // Two halves are settled together: what settles the pair settles both.
      ...unlessNeeded(
        half && pair.state === 'settled' ? { ...judged, ...settledAs(pair) } : judged,
        needed !== null,
      ),
      needed,
      roles: roles.filter((r) => r.probability >= 0.01),
      pair: pairOf.get(cavityId) ?? null,
      readings: touches[i],
    };
  });
}

/** How a half stands whose pair is settled. */
const settledAs = ({ standing, state }: PairFinding) => ({ standing, state });

/** What a pair needs, asked from one of its ends. */
const neededAt = ({ needed, plusCavityId, minusCavityId }: PairFinding, cavityId: string): Needed | null =>
  needed?.test && needed.test.otherCavityId === cavityId
    ? {
        ...needed,
        test: { ...needed.test, otherCavityId: cavityId === plusCavityId ? minusCavityId : plusCavityId },
      }
    : needed;
