// npm test: sets up what it needs, then type check, lint, format, unit, server-on-PostgreSQL and browser tests.
import { existsSync } from 'node:fs';
import { mkdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { installPostgres, startDatabase } from './database.mjs';
import {
  build,
  checkNode,
  giveUp,
  installModules,
  installPackages,
  outcome,
  prepareDatabase,
  ROOT,
  run,
  startServer,
  STATE,
  step,
  stopServer,
} from './setup.mjs';

const REPORTS = join(STATE, 'reports');
const counts = { passed: 0, failed: 0 };

/** Something that is one check: counted, shown when it fails, never in the way of the next. */
async function check(title, work) {
  const began = Date.now();
  const said = await work().then(
    (note) => {
      counts.passed++;
      return outcome(note, began);
    },
    (error) => {
      counts.failed++;
      return `failed\n${error.message}`;
    },
  );
  console.log(`  ${title} ... ${said}`);
}

/** Runs a test runner whose JSON report is then counted; a runner that leaves no report has failed. */
async function suite(title, command, args, env, count) {
  const report = join(REPORTS, `${title}.json`);
  console.log(`\n${title}`);
  await run('npx', ['--no-install', command, ...args], {
    show: true,
    env: { ...process.env, ...env(report) },
  }).catch((e) => console.error(e.message.trim()));
  if (!existsSync(report)) {
    counts.failed++;
    return;
  }
  const { passed, failed } = count(JSON.parse(await readFile(report, 'utf8')));
  counts.passed += passed;
  counts.failed += failed + (passed + failed === 0 ? 1 : 0);
}

let database = null;
let server = null;
try {
  checkNode();
  console.log('Set-up');
  await step('PostgreSQL', installPostgres);
  await step('Chromium', async () => {
    if (existsSync('/usr/bin/chromium')) return 'present';
    await installPackages(['chromium']);
    return 'installed';
  });
  await step('PDF reader', async () => {
    if (existsSync('/usr/bin/pdftotext')) return 'present';
    await installPackages(['poppler-utils']);
    return 'installed';
  });
  await step('Packages', installModules);
  await rm(REPORTS, { recursive: true, force: true });
  await mkdir(REPORTS, { recursive: true });

  console.log('\nChecks');
  await check('Build', build);
  // Two at a time, as many as the machine has processors: three are slower than one after the other.
  await Promise.all([
    check('Types', () => run('npm', ['run', 'typecheck'])),
    check('Lint', () => run('npm', ['run', 'lint'])).then(() =>
      check('Format', () => run('npm', ['run', 'format:check'])),
    ),
  ]);

  database = await startDatabase({ name: 'test-postgres', throwaway: true });
  await suite(
    'vitest',
    'vitest',
    ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${join(REPORTS, 'vitest.json')}`],
    () => ({ ULPEN_TEST_DATABASE_URL: database.address('postgres') }),
    (r) => ({
      passed: r.numPassedTests,
      failed:
        r.numFailedTests +
        r.testResults.filter((f) => f.status === 'failed' && f.assertionResults.length === 0).length,
    }),
  );

  const env = { ULPEN_DATABASE_URL: database.url, ULPEN_PORT: '0' };
  await prepareDatabase(env, 'migrate');
  await prepareDatabase(env, 'load', join(ROOT, 'demo/jobs'));
  server = await startServer(env);
  // A browser test kills it.
  database.watch(() => {});
  await suite(
    'playwright',
    'playwright',
    ['test', '--config', 'e2e/playwright.config.ts'],
    (report) => ({
      ULPEN_E2E_URL: server.address,
      ULPEN_E2E_DATABASE: database.data,
      PLAYWRIGHT_JSON_OUTPUT_NAME: report,
    }),
    (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected }),
  );
} catch (error) {
  counts.failed++;
  giveUp(error);
} finally {
  if (server) await stopServer(server.child);
  if (database) await database.stop();
}
console.log(`\n${counts.passed} passed, ${counts.failed} failed`);
process.exitCode = counts.failed > 0 || counts.passed === 0 ? 1 : 0;
