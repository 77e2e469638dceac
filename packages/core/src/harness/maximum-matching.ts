/** One edge as its two real ends see it; between blossoms it stands for the tightest edge of their members. */
interface Link {
  u: number;
  v: number;
  weight: number;
}

const UNSEEN = -1;
const EVEN = 0;
const ODD = 1;

/**
 * Maximum-weight matching in a general graph, in O(n³): primal-dual with blossoms (Edmonds 1965; Galil, ACM Computing
 * Surveys 18, 1986). Vertices count from 0; weights are whole numbers, so that dual variables stay exact. Edges of
 * weight 0 or less are never used.
 *
 * @param count number of vertices
 * @returns for every vertex its mate, or -1
 * @example maximumMatching(3, [[0, 1, 2], [1, 2, 3]]) // [-1, 2, 1]
 */
export function maximumMatching(
  count: number,
  edges: readonly (readonly [number, number, number])[],
): number[] {
  const matcher = new Matcher(count, edges);
  while (matcher.augmentOnce());
  return Array.from({ length: count }, (_, i) => matcher.mateOf(i + 1) - 1);
}

/** Inside, vertices count from 1, blossoms follow after them, and 0 means none. */
class Matcher {
  private top: number;
  private readonly links: Link[][] = [];
  private readonly dual: number[] = [];
  private readonly mate: number[] = [];
  private readonly slackest: number[] = [];
  /** the outermost blossom (or the vertex itself) that holds one */
  private readonly outer: number[] = [];
  private readonly parent: number[] = [];
  private readonly label: number[] = [];
  private readonly visited: number[] = [];
  private readonly members: number[][] = [];
  /** which member of a blossom holds a vertex */
  private readonly holder: number[][] = [];
  private queue: number[] = [];
  private tick = 0;

  constructor(
    private readonly n: number,
    edges: readonly (readonly [number, number, number])[],
  ) {
    this.top = n;
    const most = Math.max(0, ...edges.map(([, , w]) => w));
    for (let u = 0; u <= 2 * n + 1; u++) {
      this.links.push(Array.from({ length: 2 * n + 2 }, (_, v) => ({ u, v, weight: 0 })));
      this.dual.push(u <= n ? most : 0);
      this.mate.push(0);
      this.slackest.push(0);
      this.outer.push(u <= n ? u : 0);
      this.parent.push(0);
      this.label.push(UNSEEN);
      this.visited.push(0);
      this.members.push([]);
      this.holder.push(Array.from({ length: n + 1 }, (_, v) => (u === v ? u : 0)));
    }
    for (const [a, b, weight] of edges) {
      if (weight <= 0) continue;
      for (const [u, v] of [
        [a + 1, b + 1],
        [b + 1, a + 1],
      ]) {
        this.links[u][v].weight = Math.max(this.links[u][v].weight, weight);
      }
    }
  }

  mateOf(vertex: number): number {
    return this.mate[vertex];
  }

  private slack(link: Link): number {
    return this.dual[link.u] + this.dual[link.v] - 2 * this.links[link.u][link.v].weight;
  }

  private offerSlack(u: number, x: number): void {
    const { slackest, links } = this;
    if (slackest[x] === 0 || this.slack(links[u][x]) < this.slack(links[slackest[x]][x])) slackest[x] = u;
  }

  private findSlack(x: number): void {
    this.slackest[x] = 0;
    for (let u = 1; u <= this.n; u++) {
      if (this.links[u][x].weight > 0 && this.outer[u] !== x && this.label[this.outer[u]] === EVEN)
        this.offerSlack(u, x);
    }
  }

  private enqueue(x: number): void {
    if (x <= this.n) this.queue.push(x);
    else for (const member of this.members[x]) this.enqueue(member);
  }

  private setOuter(x: number, blossom: number): void {
    this.outer[x] = blossom;
    if (x > this.n) for (const member of this.members[x]) this.setOuter(member, blossom);
  }

  /** The even way round a blossom from its base to one of its members. */
  private evenWayTo(blossom: number, member: number): number {
    const round = this.members[blossom];
    const at = round.indexOf(member);
    if (at % 2 === 0) return at;
    this.members[blossom] = [round[0], ...round.slice(1).reverse()];
    return round.length - at;
  }

  private join(u: number, v: number): void {
    const link = this.links[u][v];
    this.mate[u] = link.v;
    if (u <= this.n) return;
    const base = this.holder[u][link.u];
    const way = this.evenWayTo(u, base);
    const round = this.members[u];
    for (let i = 0; i < way; i++) this.join(round[i], round[i ^ 1]);
    this.join(base, v);
    this.members[u] = [...round.slice(way), ...round.slice(0, way)];
  }

  private augment(from: number, to: number): void {
    let [u, v] = [from, to];
    for (;;) {
      const next = this.outer[this.mate[u]];
      this.join(u, v);
      if (next === 0) return;
      const up = this.outer[this.parent[next]];
      this.join(next, up);
      [u, v] = [up, next];
    }
  }

  private commonBase(first: number, second: number): number {
    this.tick++;
    let [u, v] = [first, second];
    while (u !== 0 || v !== 0) {
      if (u !== 0) {
        if (this.visited[u] === this.tick) return u;
        this.visited[u] = this.tick;
        u = this.outer[this.mate[u]];
        if (u !== 0) u = this.outer[this.parent[u]];
      }
      [u, v] = [v, u];
    }
    return 0;
  }

  private shrink(u: number, base: number, v: number): void {
    const { n, links } = this;
    let b = n + 1;
    while (b <= this.top && this.outer[b] !== 0) b++;
    if (b > this.top) this.top++;
    this.dual[b] = 0;
    this.label[b] = EVEN;
    this.mate[b] = this.mate[base];
    const arm = (end: number) => {
      const list: number[] = [];
      for (let x = end; x !== base;) {
        const y = this.outer[this.mate[x]];
        list.push(x, y);
        this.enqueue(y);
        x = this.outer[this.parent[y]];
      }
      return list;
    };
    this.members[b] = [base, ...arm(u).reverse(), ...arm(v)];
    this.setOuter(b, b);
    for (let x = 1; x <= this.top; x++) links[b][x] = { u: b, v: x, weight: 0 };
    for (let x = 1; x <= this.top; x++) links[x][b] = { u: x, v: b, weight: 0 };
    this.holder[b].fill(0);
    for (const member of this.members[b]) {
      for (let x = 1; x <= this.top; x++) {
        if (links[b][x].weight === 0 || this.slack(links[member][x]) < this.slack(links[b][x])) {
          links[b][x] = links[member][x];
          links[x][b] = links[x][member];
        }
      }
      for (let x = 1; x <= n; x++) if (this.holder[member][x] !== 0) this.holder[b][x] = member;
    }
    this.findSlack(b);
  }

  private expand(b: number): void {
    for (const member of this.members[b]) this.setOuter(member, member);
    const entry = this.holder[b][this.links[b][this.parent[b]].u];
    const way = this.evenWayTo(b, entry);
    const round = this.members[b];
    for (let i = 0; i < way; i += 2) {
      const [odd, even] = [round[i], round[i + 1]];
      this.parent[odd] = this.links[even][odd].u;
      this.label[odd] = ODD;
      this.label[even] = EVEN;
      this.slackest[odd] = 0;
      this.findSlack(even);
      this.enqueue(even);
    }
    this.label[entry] = ODD;
    this.parent[entry] = this.parent[b];
    for (let i = way + 1; i < round.length; i++) {
      this.label[round[i]] = UNSEEN;
      this.findSlack(round[i]);
    }
    this.outer[b] = 0;
  }

  /** Takes a tight edge; true when the matching grew. */
  private take(link: Link): boolean {
    const u = this.outer[link.u];
    const v = this.outer[link.v];
    if (this.label[v] === UNSEEN) {
      this.parent[v] = link.u;
      this.label[v] = ODD;
      const next = this.outer[this.mate[v]];
      this.slackest[v] = this.slackest[next] = 0;
      this.label[next] = EVEN;
      this.enqueue(next);
    } else if (this.label[v] === EVEN) {
      const base = this.commonBase(u, v);
      if (base === 0) {
        this.augment(u, v);
        this.augment(v, u);
        return true;
      }
      this.shrink(u, base, v);
    }
    return false;
  }

  /** One stage: grows trees until the matching gains an edge; false when it is the best there is. */
  augmentOnce(): boolean {
    this.queue = [];
    for (let x = 1; x <= this.top; x++) {
      this.label[x] = UNSEEN;
      this.slackest[x] = 0;
    }
    for (let x = 1; x <= this.top; x++) {
      if (this.outer[x] !== x || this.mate[x] !== 0) continue;
      this.parent[x] = 0;
      this.label[x] = EVEN;
      this.enqueue(x);
    }
    if (this.queue.length === 0) return false;
    for (;;) {
      if (this.scan()) return true;
      if (!this.adjustDuals()) return false;
      this.queue = [];
      for (let x = 1; x <= this.top; x++) {
        const u = this.slackest[x];
        if (this.outer[x] === x && u !== 0 && this.outer[u] !== x && this.slack(this.links[u][x]) === 0) {
          if (this.take(this.links[u][x])) return true;
        }
      }
      for (let b = this.n + 1; b <= this.top; b++)
        if (this.outer[b] === b && this.label[b] === ODD && this.dual[b] === 0) this.expand(b);
    }
  }

  private scan(): boolean {
    for (let head = 0; head < this.queue.length; head++) {
      const u = this.queue[head];
      if (this.label[this.outer[u]] === ODD) continue;
      for (let v = 1; v <= this.n; v++) {
        const link = this.links[u][v];
        if (link.weight <= 0 || this.outer[u] === this.outer[v]) continue;
        if (this.slack(link) > 0) this.offerSlack(u, this.outer[v]);
        else if (this.take(link)) return true;
      }
    }
    return false;
  }

  /** Changes the dual variables as far as they go; false when a free vertex's own has come down to nothing. */
  private adjustDuals(): boolean {
    let step = Infinity;
    for (let b = this.n + 1; b <= this.top; b++)
      if (this.outer[b] === b && this.label[b] === ODD) step = Math.min(step, this.dual[b] / 2);
    for (let x = 1; x <= this.top; x++) {
      if (this.outer[x] !== x || this.slackest[x] === 0) continue;
      const slack = this.slack(this.links[this.slackest[x]][x]);
      if (this.label[x] === UNSEEN) step = Math.min(step, slack);
      else if (this.label[x] === EVEN) step = Math.min(step, slack / 2);
    }
    for (let u = 1; u <= this.n; u++) {
      const label = this.label[this.outer[u]];
      if (label === EVEN) {
        if (this.dual[u] <= step) return false;
        this.dual[u] -= step;
      } else if (label === ODD) this.dual[u] += step;
    }
    for (let b = this.n + 1; b <= this.top; b++) {
      if (this.outer[b] !== b) continue;
      if (this.label[b] === EVEN) this.dual[b] += 2 * step;
      else if (this.label[b] === ODD) this.dual[b] -= 2 * step;
    }
    return true;
  }
}
