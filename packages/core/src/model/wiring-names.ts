import type { WiringFields } from './wiring.ts';

const ID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;
const KEY = /\{([a-z0-9:]+)\}/g;

/**
 * Names of conductors hold ids of cavities, outputs and channels. In a job file their keys stand for them, in braces; what
 * the file does not know stays as it is.
 *
 * @param key of an id; null: none
 */
export const wiringToFile = <T extends WiringFields>(choices: T, key: (id: string) => string | null): T =>
  renamed(choices, (name) =>
    name.replace(ID, (id) => {
      const known = key(id);
      return known === null ? id : `{${known}}`;
    }),
  );

/** @param id of a key; null: none */
export const wiringFromFile = <T extends WiringFields>(choices: T, id: (key: string) => string | null): T =>
  renamed(choices, (name) => name.replace(KEY, (braced, key: string) => id(key) ?? braced));

function renamed<T extends WiringFields>(choices: T, rename: (name: string) => string): T {
  const keys = <T>(record: Record<string, T>): Record<string, T> =>
    Object.fromEntries(Object.entries(record).map(([name, value]) => [rename(name), value]));
  return {
    ...choices,
    joints: keys(choices.joints),
    lengths: keys(choices.lengths),
    colours: keys(choices.colours),
    zones: keys(choices.zones),
    done: choices.done.map(rename),
  };
}
