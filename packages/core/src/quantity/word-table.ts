/**
 * What words mean, for words that a person typed: `constructor` and the like mean nothing here, as in a plain object
 * they would.
 */
export const wordTable = <T>(meanings: Readonly<Record<string, T>>): ReadonlyMap<string, T> =>
  new Map(Object.entries(meanings));
