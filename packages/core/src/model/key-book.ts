import { keyOf, type RefKind } from './ref.ts';

const GONE = /^gone[0-9]+$/;

/** Which id goes by which short key in one job file. */
export class KeyBook {
  private readonly keys = new Map<string, string>();
  private readonly ids = new Map<string, string>();
  private readonly counts = new Map<string, number>();

  /** The next key of a kind, for an id: `p1`, `p2`, ... */
  add(kind: Exclude<RefKind, 'cavity'>, id: string): string {
    const n = (this.counts.get(kind) ?? 0) + 1;
    this.counts.set(kind, n);
    const key = keyOf(kind, n);
    this.put(key, id);
    return key;
  }

  put(key: string, id: string): void {
    this.keys.set(id, key);
    this.ids.set(key, id);
  }

  /** The key of an id that has one; null: it has none. */
  known(id: string): string | null {
    return this.keys.get(id) ?? null;
  }

  /** What was erased before, by a program that still erased, gets a key that stands for nothing. */
  keyOf(id: string): string {
    const known = this.keys.get(id);
    if (known) return known;
    const n = (this.counts.get('gone') ?? 0) + 1;
    this.counts.set('gone', n);
    this.put(`gone${n}`, id);
    return `gone${n}`;
  }

  /** The id that a key stands for; a key that stands for nothing gets one that nothing has. */
  idOf(key: string): string | undefined {
    if (GONE.test(key) && !this.ids.has(key)) this.put(key, crypto.randomUUID());
    return this.ids.get(key);
  }
}

export const isGone = (key: string): boolean => GONE.test(key);
