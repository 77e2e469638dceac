// npm run mutants [-- FOLDER... --count N --seed N]: changes core a little in many places, each alone, and counts the
// changes that the tests of the same folder notice. Writes docs/mutants.md. Not a part of npm test: it takes an hour or two.
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { rowsOf } from './bench-against.mjs';
import { giveUp, ROOT, run, STATE, StepError } from './setup.mjs';

/** Folders of core; `whole`: files of which every mutant is tried, since what they decide is safety. */
const FOLDERS = {
  behaviour: {},
  carsim: {},
  harness: { whole: ['harness/lock.ts', 'harness/battery.ts'] },
  level: { whole: ['.ts'] },
  library: {},
  load: { whole: ['.ts'] },
  model: {},
  outputs: {},
  plan: { but: ['plan/rules'] },
  'plan/rules': { whole: ['.ts'] },
  quantity: {},
  readings: {},
  signal: {},
  sound: {},
  summing: {},
  supply: { whole: ['.ts'] },
};
const PAGE = join(ROOT, 'docs/mutants.md');
/** @param {string} folder */
const reportOf = (folder) => join(STATE, 'mutants', `${folder.replace('/', '-')}.json`);

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { count: { type: 'string', default: '200' }, seed: { type: 'string', default: '1' } },
});
try {
  await main();
} catch (error) {
  giveUp(error);
}

async function main() {
  const unknown = positionals.filter((folder) => !(folder in FOLDERS));
  if (unknown.length > 0)
    throw new StepError(
      `No folder of core: ${unknown.join(', ')}. There are ${Object.keys(FOLDERS).join(', ')}.`,
    );
  await mkdir(join(STATE, 'mutants'), { recursive: true });
  const rows = [];
  for (const folder of positionals.length > 0 ? positionals : Object.keys(FOLDERS)) {
    await tried(folder, FOLDERS[folder]);
    const row = counted(folder, JSON.parse(await readFile(reportOf(folder), 'utf8')));
    rows.push(row);
    await writePage(rows);
    console.log(`${folder}: ${row.killed} of ${row.tried} noticed (${row.score} %)`);
  }
}

/** One folder's mutants, in a copy of the project. */
async function tried(folder, { whole = [], but = [] }) {
  const config = join(STATE, 'mutants', 'stryker.json');
  const src = `packages/core/src/${folder}`;
  await writeFile(
    config,
    JSON.stringify({
      testRunner: 'vitest',
      plugins: ['@stryker-mutator/vitest-runner', './tools/mutants/sample-checker.mjs'],
      checkers: ['sample'],
      vitest: { configFile: 'tools/mutants/vitest.config.ts', related: false },
      mutate: [`${src}/**/*.ts`, '!**/*.test.ts', ...but.map((b) => `!packages/core/src/${b}/**`)],
      // Words are read by people and held by tests of words; a constant that is worked out once at import would need
      // every test anew.
      mutator: { excludedMutations: ['StringLiteral'] },
      ignoreStatic: true,
      coverageAnalysis: 'perTest',
      concurrency: 2,
      reporters: ['json'],
      jsonReporter: { fileName: reportOf(folder) },
      tempDirName: join(STATE, 'mutants', 'copy'),
      cleanTempDir: 'always',
      ignorePatterns: ['.ulpen', '.git', 'dist', 'docs/screenshots', 'test-results'],
    }),
  );
  await run('npx', ['--no-install', 'stryker', 'run', config], {
    env: {
      ...process.env,
      ULPEN_MUTANTS_COUNT: values.count,
      ULPEN_MUTANTS_SEED: values.seed,
      ULPEN_MUTANTS_WHOLE: whole.map((file) => (file === '.ts' ? file : `/${file}`)).join(' '),
      ULPEN_MUTANTS_TESTS: `src/${folder}`,
    },
  });
}

/** @returns figures of one folder's report */
function counted(folder, report) {
  const all = Object.values(report.files).flatMap((file) => file.mutants);
  const of = (...statuses) => all.filter((m) => statuses.includes(m.status)).length;
  const killed = of('Killed', 'Timeout');
  const triedOf = killed + of('Survived', 'NoCoverage');
  return { folder, all: all.length, tried: triedOf, killed, score: Math.round((100 * killed) / triedOf) };
}

/** Rows of folders that were not tried this time stay as they were. */
async function writePage(fresh) {
  const told = new Map(
    rowsOf(await readFile(PAGE, 'utf8').catch(() => '')).map((row) => [row.what, row.line]),
  );
  for (const r of fresh)
    told.set(r.folder, `| ${r.folder} | ${r.all} | ${r.tried} | ${r.killed} | ${r.score} % |`);
  const lines = Object.keys(FOLDERS).flatMap((folder) => told.get(folder) ?? []);
  const sum = (column) => lines.reduce((n, line) => n + Number(line.split('|')[column].trim()), 0);
  const [all, tried, killed] = [sum(2), sum(3), sum(4)];
  await writeFile(
    PAGE,
    `# Mutants

\`npm run mutants\` changes core a little in many places, one at a time (an operator, a condition, a bound, a call left out), and runs the
tests of the same folder. A change that they notice is killed. Tests elsewhere are not asked, nor those that drive whole simulated
cars (\`*.cars.test.ts\`) or listen to long recordings (\`*.long.test.ts\`): what these notice besides is not counted. Changed words do not count, nor what is worked out once when a module loads. Every mutant of the rules, the locks, the loads, the levels and
the supply is tried; of each other folder as many as are drawn (${values.count}, seed ${values.seed}), the same ones each time. A
folder without a row was not tried yet.

| Folder of core | Mutants | Tried | Killed | Score |
| -------------- | ------: | ----: | -----: | ----: |
${lines.join('\n')}
| together | ${all} | ${tried} | ${killed} | ${Math.round((100 * killed) / tried)} % |
`,
  );
  await run('npx', ['--no-install', 'prettier', '--write', PAGE]);
}
