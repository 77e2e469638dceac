import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { listenInPage } from './bench-listen.mjs';
import { timesRow } from './bench-times.mjs';
import { BROWSER } from './browser.mjs';
import { ROOT } from './setup.mjs';

/** What a person waits for in Chromium, and what moves meanwhile. */
export async function inBrowser(address) {
  const rows = [];
  const row = (what, times, limit) => rows.push(timesRow(what, times, limit));
  const browser = await chromium.launch(BROWSER);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(address);
  await page.locator('.job-row').first().waitFor();
  const names = await page.evaluate(() =>
    [...document.querySelectorAll('script[src], link[rel=stylesheet], link[rel=modulepreload]')]
      .map((e) => e.src || e.href)
      .concat(performance.getEntriesByType('resource').map((r) => r.name)),
  );
  const size = async (ending) => {
    const files = [...new Set(names.filter((n) => n.endsWith(ending)).map((n) => new URL(n).pathname))];
    const zipped = await Promise.all(
      files.map(async (f) => gzipSync(await readFile(join(ROOT, 'apps/web/dist', f))).length),
    );
    return `${(zipped.reduce((a, b) => a + b, 0) / 1000).toFixed(0)} kB`;
  };
  rows.push(['script for the job list, gzip', await size('.js'), '', '< 220 kB']);
  rows.push(['style for the job list, gzip', await size('.css'), '', '< 40 kB']);
  // While the worker works out the plan, the page must go on drawing: the longest pause between two frames.
  const [job] = (await (await fetch(`${address}api/v1/jobs?q=ferry&limit=1`)).json()).jobs;
  const waits = [];
  const pauses = [];
  for (let i = 0; i < 8; i++) {
    await page.goto(`${address}jobs/${job.id}/intake`);
    await page.locator('.target').first().waitFor();
    await page.evaluate(() => {
      window.longestTask = 0;
      new PerformanceObserver((list) =>
        list.getEntries().forEach((e) => (window.longestTask = Math.max(window.longestTask, e.duration))),
      ).observe({ type: 'longtask' });
    });
    const began = performance.now();
    await page.getByRole('link', { name: 'See the plan' }).click();
    // Looked at in every frame: a locator looks again after half a second.
    await page.waitForFunction(() => document.querySelector('.compare-table tbody tr'), null, {
      polling: 'raf',
    });
    waits.push(performance.now() - began);
    pauses.push(await page.evaluate(() => window.longestTask));
  }
  row(
    'from "See the plan" to every way in compared, in Chromium (2 targets, 12 measured outputs)',
    waits,
    '',
  );
  row('longest task of the page meanwhile (worker busy)', pauses, 'page stays responsive');
  // A reading typed and saved at the bench: until the record shows it and the map is drawn anew.
  const { connectors, readings } = await (await fetch(`${address}api/v1/jobs/${job.id}/harness`)).json();
  await page.goto(`${address}jobs/${job.id}/find/${connectors[1].id}?at=3`);
  await page.locator('.cavity-first').waitFor();
  const saves = [];
  const moved = [];
  page.on('requestfinished', (request) => moved.push(request.sizes()));
  for (let i = 0; i < 20; i++) {
    const wanted = `main[data-readings="${readings.length + i + 1}"]`;
    await page.keyboard.type('6.3');
    const start = performance.now();
    await page.keyboard.press('Enter');
    await page.locator(wanted).waitFor();
    saves.push(performance.now() - start);
    // The next value is typed when this one is on record and the next wires are in hand.
    await page.waitForFunction(() => document.querySelector('.entry-value').value === '');
  }
  row(
    'Find: from Enter to the map drawn with that reading, in Chromium (it is sent to the server meanwhile)',
    saves,
    '≤ 120 ms',
  );
  const bodies = (await Promise.all(moved)).map((s) => s.requestBodySize + s.responseBodySize);
  const each = bodies.reduce((a, b) => a + b, 0) / saves.length;
  rows.push(['Find: what one reading moves, both ways', `${(each / 1000).toFixed(1)} kB`, '', '< 4 kB']);
  rows.push(...(await viewWeights(address, job.id)));
  rows.push(...(await listenInPage(browser, address, job.id)));
  await browser.close();
  return rows;
}

/** What opening a stage of the people carrier moves. */
async function viewWeights(address, jobId) {
  const weight = async (path) => {
    const response = await fetch(`${address}api/v1/jobs/${jobId}${path}`, {
      headers: { 'accept-encoding': 'gzip' },
    });
    const body = Buffer.from(await response.arrayBuffer());
    return `${(gzipSync(body).length / 1000).toFixed(0)} kB (${(body.length / 1000).toFixed(0)} unpacked)`;
  };
  return [
    ['people carrier: the job as every stage opens it', await weight('/outline'), '', '< 60 kB'],
    ['people carrier: what Find opens beside it', await weight('/harness'), '', '< 60 kB'],
    ['people carrier: what Listen and Plan open beside it', await weight('/measurements'), '', '< 60 kB'],
  ];
}
