import { chromium } from '@playwright/test';
import { BROWSER } from './browser.mjs';
import { withDemoServer } from './demo-server.mjs';
const want = process.argv.slice(2);
await withDemoServer('pics', async ({ address }) => {
  const base = address.replace(/\/$/, '');
  const browser = await chromium.launch(BROWSER);
  const jobs = (await (await fetch(`${base}/api/v1/jobs`)).json()).jobs;
  const job = async (car) => (await fetch(`${base}/api/v1/jobs/${jobs.find((j) => j.car.includes(car)).id}`)).json();
  const ferry = await job('Ferry'), camper = await job('Roamer'), coupe = await job('Tessel');
  const pair = (j, n) => j.units.flatMap((u) => u.pairs)[n];
  const caps = (j, n) => pair(j, n).captures.map((c) => c.id);
  const views = {
    out: `/jobs/${ferry.id}/listen`, system: `/jobs/${ferry.id}/listen/system`,
    overlay: `/jobs/${ferry.id}/listen/overlay?c=${caps(ferry, 9).join(',')}`,
    overlay0: `/jobs/${ferry.id}/listen/overlay`,
    beside: `/jobs/${ferry.id}/listen/overlay?job=${coupe.id}`,
    bass: `/jobs/${ferry.id}/listen/tests/bass?pair=${pair(ferry, 9).id}`,
    clean: `/jobs/${ferry.id}/listen/tests/clean`, added: `/jobs/${ferry.id}/listen/tests/added`,
    meter: `/jobs/${camper.id}/listen/tests/meter`, mband: `/jobs/${camper.id}/listen/tests/meter-band`, load: `/jobs/${camper.id}/listen/tests/load`,
    engine: `/jobs/${ferry.id}/listen/tests/engine?pair=${pair(ferry, 9).id}`,
    tests: `/jobs/${ferry.id}/listen/tests`, sheet: `/jobs/${ferry.id}/listen/${pair(ferry, 0).id}/sheet`,
    feed: `/jobs/${coupe.id}/listen/tests/feed`, gate: `/jobs/${ferry.id}/listen/live/${pair(ferry, 0).id}?played=tone&test=clean`,
    csystem: `/jobs/${camper.id}/listen/system`,
  };
  for (const spec of want) {
    const [name, theme = 'bay', w = '1280', full = ''] = spec.split(':');
    const context = await browser.newContext({ viewport: { width: +w, height: w === '390' ? 844 : w === '1024' ? 768 : 800 }, baseURL: base, reducedMotion: 'reduce' });
    await context.addInitScript((t) => localStorage.setItem('ulpen-theme', t), theme);
    const page = await context.newPage();
    page.on('pageerror', (e) => console.log(name, 'ERROR', e.message));
    await page.goto(views[name]);
    await page.waitForLoadState('networkidle');
    if (process.env.DO) await (await import('/tmp/do.mjs')).default(page, name);
    await page.screenshot({ path: `/tmp/pics/${name}-${theme}-${w}.png`, fullPage: full === 'full' });
    await context.close();
  }
  await browser.close();
});
