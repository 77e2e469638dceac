import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';

const SRC = new URL('../', import.meta.url).pathname;
const files = (end: string) =>
  readdirSync(SRC, { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith(end));
const text = (file: string) => readFileSync(SRC + file, 'utf8');

/** `listen` of `features/listen/…`; `ui` of everything else. */
const ownerOf = (file: string) => /^features\/([^/]+)\//.exec(file)?.[1] ?? 'ui';

/** Class names with the owners of the style sheets that set them. */
function styled(): Map<string, Set<string>> {
  const owners = new Map<string, Set<string>>();
  for (const file of files('.css'))
    for (const rule of text(file)
      .replace(/\/\*.*?\*\//gs, '')
      .split('}'))
      // What stands before the last brace: the selector, of a nested rule too.
      for (const [, name] of (rule.split('{').at(-2) ?? '').matchAll(/\.([a-z][\w-]*)/g))
        owners.set(name, (owners.get(name) ?? new Set()).add(ownerOf(file)));
  return owners;
}

/** Names of the style sheet under all of ours, which anybody may use. */
const bootstrap = readFileSync(
  createRequire(import.meta.url).resolve('bootstrap/dist/css/bootstrap.css'),
  'utf8',
);
const isBootstrap = (name: string) => bootstrap.includes(`.${name} `) || bootstrap.includes(`.${name}:`);

/** Words in the class names of a source. */
const wordsOf = (source: string) =>
  new Set(
    [...source.matchAll(/className=(?:"[^"]*"|\{`[^`]*`\}|\{[^}]*\})/g)].flatMap(
      ([attribute]) =>
        // Of what is worked out, only the texts.
        attribute
          .replaceAll(/\$\{(.*?)\}/g, (_, code: string) => (code.match(/'[^']*'/g) ?? []).join(' '))
          .match(/[a-z][\w-]*/g) ?? [],
    ),
  );

describe('class names', () => {
  it('belong to one feature, or to ui', () => {
    const shared = [...styled()].filter(
      ([name, owners]) => owners.size > 1 && !owners.has('ui') && !isBootstrap(name),
    );
    expect(shared.map(([name, owners]) => `${name}: ${[...owners].join(', ')}`)).toEqual([]);
  });

  it('of one feature are used in no other', () => {
    const owners = [...styled()].filter(([name, of]) => of.size === 1 && !of.has('ui') && !isBootstrap(name));
    const strayed = files('.tsx').flatMap((file) => {
      const words = wordsOf(text(file));
      return owners
        .filter(([name, of]) => words.has(name) && !of.has(ownerOf(file)))
        .map(([name, of]) => `${file}: ${name} of ${[...of].join()}`);
    });
    expect(strayed).toEqual([]);
  });
});
