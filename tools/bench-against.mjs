// npm run bench -- --against REV: the times of this tree beside those of another commit, both measured in one run.
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { mkdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { ROOT, run, STATE, step, StepError } from './setup.mjs';

/** Slower by more than this is said; a second run tells whether it is noise. */
const SLOWER = 1.1;

const git = (...args) => execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).trim();

/** Rows of a table as the bench writes it: what was measured, and its figure with its unit. */
export function rowsOf(markdown) {
  return markdown
    .split('\n')
    .filter((line) => line.startsWith('| ') && !/^\| (?:What|-)/.test(line))
    .map((line) => {
      const [what, figure] = line
        .split('|')
        .slice(1)
        .map((cell) => cell.trim());
      const [, number = '', unit = ''] = /^([\d.,]+)\s*(\S*)/.exec(figure) ?? [];
      return { line, what, figure, value: number === '' ? null : Number(number.replaceAll(',', '')), unit };
    });
}

/** Both side by side; a rate is better when it is higher, everything else when it is lower. */
export function compared(theirs, ours) {
  const before = new Map(theirs.map((row) => [row.what, row]));
  return ours.map(({ what, figure, value, unit }) => {
    const then = before.get(what);
    if (!then || then.value === null || value === null || then.unit !== unit)
      return { what, then: then?.figure ?? 'new', now: figure, ratio: null, slower: false };
    const rate = unit === '/s' || /as part of|pictures a second/.test(what);
    const ratio = then.value === value ? 1 : rate ? then.value / value : value / then.value;
    return { what, then: then.figure, now: figure, ratio, slower: ratio > SLOWER };
  });
}

/** @returns rows of the other commit, measured by its own bench in a folder of its own */
export async function measuredAt(rev) {
  const commit = git('rev-parse', '--verify', `${rev}^{commit}`);
  const folder = join(STATE, 'bench-against', commit.slice(0, 12));
  if (!existsSync(join(folder, 'package.json'))) {
    await mkdir(join(STATE, 'bench-against'), { recursive: true });
    await step(`Commit ${commit.slice(0, 12)}`, () =>
      run('git', ['worktree', 'add', '--detach', folder, commit]),
    );
  }
  try {
    await step('Its packages', () => run('npm', ['ci', '--no-audit', '--no-fund'], { cwd: folder }));
    await step('Its build', () => run('npm', ['run', 'build'], { cwd: folder }));
    await step('Its times', () => run('node', ['tools/bench.mjs'], { cwd: folder }));
    const rows = rowsOf(await readFile(join(folder, 'docs/benchmarks.md'), 'utf8'));
    if (rows.length === 0) throw new StepError(`The bench of ${rev} wrote no times.`);
    return rows;
  } finally {
    await run('git', ['worktree', 'remove', '--force', folder]).catch(() =>
      rm(folder, { recursive: true, force: true }),
    );
  }
}

export function comparisonTable(rev, rows) {
  const cell = ({ ratio, slower }) => (ratio === null ? '' : `${ratio.toFixed(2)}${slower ? ' slower' : ''}`);
  return [
    `| What | at ${rev} | now | ratio |`,
    '|---|---|---|---|',
    ...rows.map((row) => `| ${row.what} | ${row.then} | ${row.now} | ${cell(row)} |`),
  ].join('\n');
}
