import type { Plan } from '@ulpen/core';

type PlanParts = Pick<Plan, 'basis' | 'proposal'>;

/** Which database id goes by which short key in a file. */
export class KeyBook {
  private readonly keyOf = new Map<string, string>();
  private readonly idOf = new Map<string, string>();
  private readonly counts = new Map<string, number>();

  /** The next key of a kind for an id: `p1`, `p2`, ... */
  keyFor(kind: string, id: string): string {
    const n = (this.counts.get(kind) ?? 0) + 1;
    this.counts.set(kind, n);
    this.put(`${kind}${n}`, id);
    return `${kind}${n}`;
  }

  put(key: string, id: string): void {
    this.keyOf.set(id, key);
    this.idOf.set(key, id);
  }

  /** What has been deleted since stays as it is. */
  keyOfId(id: string): string {
    return this.keyOf.get(id) ?? id;
  }

  idOfKey(key: string): string | undefined {
    return this.idOf.get(key);
  }

  /** The first key in a file's plan that stands for nothing. */
  unknownIn(plan: PlanParts): string | undefined {
    const feeds = plan.proposal.feeds.flatMap((f) => [
      f.targetId,
      ...f.taps.flatMap((t) => [t.pairId, ...(t.captureId === null ? [] : [t.captureId])]),
    ]);
    return feeds.find((key) => !this.idOf.has(key));
  }

  /** A plan with every id as its key, or every key as its id. What has been deleted since stays as it is. */
  rename<T extends PlanParts>(plan: T, direction: 'toKeys' | 'toIds'): T {
    const book = direction === 'toKeys' ? this.keyOf : this.idOf;
    const name = (id: string) => book.get(id) ?? id;
    const maybe = (id: string | null) => (id === null ? null : name(id));
    const { basis, proposal } = plan;
    const { changes } = proposal;
    return {
      ...plan,
      basis: {
        ...basis,
        captures: basis.captures.map((c) => ({ ...c, id: name(c.id) })),
        targets: basis.targets.map((t) => ({ ...t, id: name(t.id) })),
      },
      proposal: {
        ...proposal,
        feeds: proposal.feeds.map((feed) => ({
          ...feed,
          targetId: name(feed.targetId),
          taps: feed.taps.map((tap) => ({
            ...tap,
            pairId: name(tap.pairId),
            captureId: maybe(tap.captureId),
          })),
        })),
        remarks: proposal.remarks.map((r) => ({
          ...r,
          targetId: maybe(r.targetId),
          pairId: maybe(r.pairId),
        })),
        equipment: proposal.equipment.map((e) => ({ ...e, targetIds: e.targetIds.map(name) })),
        changes: {
          ...changes,
          feeds: changes.feeds.map((f) => ({
            ...f,
            targetId: name(f.targetId),
            taps: f.taps.map((t) => ({ ...t, pairId: name(t.pairId) })),
          })),
          loads: changes.loads.map((l) => ({ ...l, pairId: name(l.pairId) })),
        },
      },
    };
  }
}
