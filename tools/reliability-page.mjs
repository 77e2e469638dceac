// docs/reliability.md: what the commands that break things measured last, each in its own part of the page.
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { format, resolveConfig } from 'prettier';
import { ROOT } from './setup.mjs';

const PAGE = join(ROOT, 'docs/reliability.md');

/** Puts the figures of one command where the page has its place for them. */
export async function writeFigures(command, markdown) {
  const page = await readFile(PAGE, 'utf8');
  const [begin, end] = [`<!-- figures: ${command} -->`, '<!-- end of figures -->'];
  const at = page.indexOf(begin);
  if (at < 0) throw new Error(`docs/reliability.md has no place for the figures of ${command}`);
  const rest = page.slice(page.indexOf(end, at));
  const text = `${page.slice(0, at)}${begin}\n\n${markdown.trim()}\n\n${rest}`;
  await writeFile(PAGE, await format(text, { ...(await resolveConfig(PAGE)), parser: 'markdown' }));
}
