// npm run screenshots: one current picture of each main view, from demo data, into docs/screenshots.
// npm run screenshots -- FOLDER: into another folder, in more sizes.
import { existsSync } from 'node:fs';
import { mkdir, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { BROWSER } from './browser.mjs';
import { withDemoServer } from './demo-server.mjs';
import { giveUp, installPackages, ROOT } from './setup.mjs';

const [elsewhere] = process.argv.slice(2);
const folder = elsewhere ?? join(ROOT, 'docs/screenshots');
const SIZES = elsewhere
  ? [
      [1280, 800],
      [1024, 768],
      [390, 844],
    ]
  : [[1280, 800]];
const THEMES = elsewhere ? ['bay', 'desk'] : null;

/** A measurement that is not in the demo: comments, semicolons, decimal commas, rows out of order, one at 0 Hz. */
function measurement() {
  const rows = ['* rear right, pink noise', 'Freq(Hz);Level(dB)', '0;-80,0'];
  for (let i = 0; i < 240; i++) {
    const hz = 20 * 1000 ** (i / 239);
    const level =
      -10 * Math.log10(1 + (170 / hz) ** 4) -
      3 * Math.exp(-((Math.log2(hz / 3000) / 0.6) ** 2)) +
      0.2 * Math.sin(i * 2.7);
    rows.push(`${hz.toFixed(2)};${level.toFixed(2)}`.replaceAll('.', ','));
  }
  [rows[20], rows[21]] = [rows[21], rows[20]];
  return rows.join('\r\n');
}

async function shoot(page, name, theme, size) {
  const file = elsewhere ? `${name}-${theme}-${size[0]}.png` : `${name}.png`;
  await page.evaluate(() => document.fonts.ready);
  await page.waitForLoadState('networkidle');
  await page.screenshot({ path: join(folder, file) });
  console.log(`  ${file}`);
}

async function views(browser, address, theme, size) {
  const context = await browser.newContext({
    viewport: { width: size[0], height: size[1] },
    baseURL: address,
    // A picture never catches a colour half-way.
    reducedMotion: 'reduce',
  });
  await context.addInitScript((t) => localStorage.setItem('ulpen-theme', t), theme);
  const page = await context.newPage();
  // Leaving in the middle of a recording is asked about.
  page.on('dialog', (dialog) => void dialog.accept());
  const other = theme === 'bay' ? 'desk' : 'bay';
  const list = await (await context.request.get('/api/v1/jobs?q=ferry')).json();
  const id = list.jobs[0].id;
  const job = await (await context.request.get(`/api/v1/jobs/${id}`)).json();
  const pair = (side, axle, way) =>
    job.units[0].pairs.find((p) => p.side === side && p.axle === axle && p.way === way);
  const go = async (path, marker) => {
    await page.goto(path);
    await page.locator(marker).first().waitFor();
  };
  const setTheme = (t) =>
    page.evaluate(
      (name) => document.documentElement.setAttribute('data-bs-theme', name === 'bay' ? 'dark' : 'light'),
      t,
    );
  const wanted = (t) => (elsewhere ? theme : t);
  const take = async (name, t = theme) => {
    await setTheme(wanted(t));
    await shoot(page, name, wanted(t), size);
    await setTheme(theme);
  };

  await go('/', '.job-row');
  await take('jobs');
  await go(`/jobs/${id}/intake`, '.target');
  await take('intake', other);
  const { connectors } = await (await context.request.get(`/api/v1/jobs/${id}/harness`)).json();
  const c2 = connectors.find((c) => c.name === 'C2');
  await go(`/jobs/${id}/find/${c2.id}?at=13-14`, '.cavity-first');
  await page.keyboard.press('p');
  await take('find');
  if (elsewhere) await take('find-desk', other);
  await page.getByRole('button', { name: 'More for this plug' }).click();
  await page.getByText('Change this plug').click();
  await page.locator('.plug-form').waitFor();
  await take('plug');
  await go(`/jobs/${id}/find/map`, '.pin-table');
  await take('pin-map', other);
  await go(`/jobs/${id}/listen/${pair('left', 'front', 'midrange').id}`, '.recharts-line');
  await take('listen');
  await go(`/jobs/${id}/listen/${pair('right', 'rear', 'full').id}`, '.drop-here');
  const file = join(tmpdir(), 'rear-right.csv');
  await writeFile(file, measurement());
  await page.getByTestId('measurement-file').setInputFiles(file);
  await page.locator('.columns').waitFor();
  if (elsewhere) await take('import');
  await go(`/jobs/${id}/listen/system`, '.system-table');
  await take('system', other);
  const coil = pair('mono', 'other', 'subwoofer');
  const ids = [...coil.captures].sort((a, b) => a.volumeStep - b.volumeStep).map((c) => c.id);
  await go(`/jobs/${id}/listen/overlay?c=${ids.join(',')}`, '.recharts-line');
  if (elsewhere) await take('overlay');
  await go(`/jobs/${id}/listen/tests/bass?pair=${coil.id}`, '.bass-curve');
  await take('test', other);
  await go(`/jobs/${id}/listen/${pair('left', 'front', 'woofer').id}/sheet`, '.recharts-line');
  await take('sheet', other);
  await go(`/jobs/${id}/listen/signals`, '.signals-list');
  await take('signals', other);
  await go(`/jobs/${id}/listen/live/${pair('left', 'front', 'midrange').id}`, '.safety-gate');
  if (elsewhere) await take('gate');
  await page.locator('#live-input').selectOption('simulated');
  await page.locator('#live-second').selectOption(pair('left', 'front', 'tweeter').id);
  await page.getByRole('button', { name: 'Start listening' }).click();
  await page.getByText('no clipping').first().waitFor();
  // While it records, the slow average settles.
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await page.getByRole('button', { name: /Stop and look, 4 s/ }).waitFor();
  await take('live');
  await go(`/jobs/${id}/plan`, '.compare-table');
  await take('plan');
  await go(`/jobs/${id}/plan/finished`, '.finished-table');
  await take('finished-car');
  await page.getByRole('button', { name: /^Front set, left/ }).click();
  await page.locator('.recharts-line').first().waitFor();
  await take('channel', other);
  await go(`/jobs/${id}/plan/desk?way=processor`, '.equaliser');
  await take('summing-desk');
  if (elsewhere) {
    await go(`/jobs/${id}/plan/finished?way=bypass-factory-wire`, '.finished-table');
    await take('plan-broken');
    await go(`/jobs/${id}/plan/finished?part=place:supply`, '.supply-figures');
    await take('plan-supply');
    await go(`/jobs/${id}/plan/owner`, '.triggers');
    await take('plan-owner');
  }
  await go(`/jobs/${id}/plan?way=sum`, '.compare-table');
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await page.getByRole('button', { name: 'Change this plan' }).waitFor();
  await go(`/jobs/${id}/wire`, '.wire-table');
  await take('wire');
  await go(`/jobs/${id}/wire/loom`, '.empty-state');
  await page.getByRole('button', { name: 'Estate, people carrier' }).click();
  await page.locator('.loom-card').first().waitFor();
  await take('loom');
  await go(
    `/jobs/${id}/wire/paper?sheet=place:${encodeURIComponent('Supply, ground and turn-on')}`,
    '.paper-page',
  );
  await take('paper');
  await go('/shop', '.devices');
  await take('shop', other);
  await context.close();
}

try {
  await mkdir(folder, { recursive: true });
  if (!existsSync('/usr/bin/chromium')) await installPackages(['chromium']);
  await withDemoServer('screenshot-postgres', async ({ address }) => {
    const browser = await chromium.launch(BROWSER);
    for (const theme of THEMES ?? ['bay'])
      for (const size of SIZES) await views(browser, address, theme, size);
    await browser.close();
  });
} catch (error) {
  giveUp(error);
}
