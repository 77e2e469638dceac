/** What a test came to, in a word for programs and a sentence for people, with what it rests on. */
export interface Finding<V extends string = string> {
  verdict: V;
  says: string;
  evidence: string[];
  /** what to do when it is unclear or unfinished; null: nothing is left to do */
  next: string | null;
  /** from a meter's readings, which see less than an analyser */
  rough: boolean;
}

/** `18`, `18 and 22`, `14, 18 and 22`. */
export function listWords(items: readonly (string | number)[]): string {
  const words = items.map(String);
  const last = words.pop() ?? '';
  return words.length > 0 ? `${words.join(', ')} and ${last}` : last;
}
