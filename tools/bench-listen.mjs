// Times and memory of Listen for npm run bench. Run by itself, it reads ten minutes and prints its memory in MB.
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const RATE = 48_000;
const MINUTES = 10;
const OWN_FILE = fileURLToPath(import.meta.url);

/** A minute of two outputs at 48 kHz: the plain spectrum, and everything that is told of it. */
export function listenRows(core, sim, { row, timed }) {
  const rate = 48_000;
  const filter = (side) => [{ side, family: 'linkwitz-riley', order: 4, cornerHz: 2500 }];
  const chain = (side) => ({ gainDb: 0, filters: filter(side), peaks: [], delay: 0, inverted: false });
  const source = core.pinkNoise(2 ** 20, rate, -16, 7);
  const period = sim.recordPeriod(source, [chain('low-pass'), chain('high-pass')], {
    sampleRate: rate,
    noiseDb: -75,
    seed: 1,
  });
  const minute = period.map((p) => Float32Array.from({ length: 60 * rate }, (_, i) => p[i % p.length]));
  const blocks = [];
  for (let i = 0; i < minute[0].length; i += 65_536)
    blocks.push(minute.map((c) => c.subarray(i, i + 65_536)));
  const plain = () => {
    const welch = new core.Welch(rate, 16_384, 2);
    for (const block of blocks) welch.push(block);
    welch.spectrum();
  };
  const whole = () => {
    const recording = new core.Recording(rate, 2, 'pink');
    for (const block of blocks) recording.push(block);
    const { channels, common, aligned } = recording.result();
    const analyses = channels.map((c) =>
      core.analyseResponse(c.bands, { noiseTiltDb: core.WHITE_NOISE_TILT_DB }),
    );
    core.betweenOutputs({ spectrum: common, aligned, analyses });
  };
  const plainOfOne = () => {
    const welch = new core.Welch(rate, 16_384, 1);
    for (const [first] of blocks) welch.push([first]);
    welch.spectrum();
  };
  timed(2, plainOfOne);
  timed(2, plain);
  timed(2, whole);
  row('Listen: plain spectrum of 60 s of one output', timed(8, plainOfOne), '');
  row('Listen: plain spectrum of 60 s of two outputs', timed(8, plain), '');
  row('Listen: everything told of the same', timed(8, whole), '< 1,500 ms and 2 times the plain one');
}

/** Ten minutes of two outputs as a 24-bit WAV file, second by second. */
function* tenMinutes(core) {
  const frames = MINUTES * 60 * RATE;
  const second = [1, 2].map((seed) => core.pinkNoise(2 ** 16, RATE, -16, seed).slice(0, RATE));
  yield core.wavHeader({ sampleRate: RATE, channels: 2, bits: 24 }, frames);
  const bytes = core.encodePcm(second, 24, null);
  for (let s = 0; s < MINUTES * 60; s++) yield bytes;
}

/** Most memory that a process of Node takes to read ten minutes as the server does. */
export async function tenMinutesInNode() {
  const { stdout, stderr, status } = spawnSync(process.execPath, [OWN_FILE], { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  return [
    'Listen: memory of Node, 10 minutes of two outputs read (165 MiB)',
    `${stdout.trim()} MB`,
    '',
    '< 500 MB',
  ];
}

/** Resident memory of all pages' processes of the browsers that this process started, MB. */
function memoryOfPages() {
  const parent = new Map();
  const pages = [];
  for (const pid of readdirSync('/proc').filter((n) => /^\d+$/.test(n))) {
    try {
      const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
      parent.set(pid, stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]);
      if (readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer')) pages.push(pid);
    } catch {
      // It ended meanwhile.
    }
  }
  const own = (pid) => pid === String(process.pid) || (parent.has(pid) && own(parent.get(pid)));
  const sizes = pages.filter(own).map((pid) => {
    try {
      return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
    } catch {
      return 0;
    }
  });
  return Math.max(0, ...sizes);
}

/** Longest time in which the page would not have answered a key, from now on, ms. */
const watchGaps = (page) =>
  page.evaluate(() => {
    window.longestGap = 0;
    let last = performance.now();
    setInterval(() => {
      const now = performance.now();
      window.longestGap = Math.max(window.longestGap, now - last - 10);
      last = now;
    }, 10);
  });

/** Ten minutes imported in the page, and two outputs heard live. */
export async function listenInPage(browser, address, jobId) {
  const core = await import('@ulpen/core');
  const folder = await mkdtemp(join(tmpdir(), 'ulpen-bench-'));
  const file = join(folder, 'ten minutes.wav');
  const out = await open(file, 'w');
  for (const piece of tenMinutes(core)) await out.write(piece);
  await out.close();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.on('dialog', (dialog) => void dialog.accept());
  const rows = [];
  try {
    await page.goto(`${address}jobs/${jobId}/listen`);
    // The page itself is there and drawn before anything is watched.
    await page.locator('.recharts-line').first().waitFor();
    await page.waitForLoadState('networkidle');
    await watchGaps(page);
    const began = performance.now();
    await page.getByTestId('measurement-file').setInputFiles(file);
    let most = 0;
    const watch = setInterval(() => (most = Math.max(most, memoryOfPages())), 100);
    await page.getByRole('region', { name: 'Right channel' }).waitFor({ timeout: 120_000 });
    clearInterval(watch);
    rows.push([
      'Listen: the same file imported in Chromium, until it is shown',
      `${(performance.now() - began).toFixed(0)} ms`,
      '',
      '',
    ]);
    rows.push(['Listen: most memory of the page meanwhile', `${most.toFixed(0)} MB`, '', '< 500 MB']);
    rows.push([
      'Listen: longest time that the page answered no input meanwhile',
      `${(await page.evaluate(() => window.longestGap)).toFixed(0)} ms`,
      '',
      '< 100 ms',
    ]);
    await page.goto(`${address}jobs/${jobId}/listen/live`);
    await page.getByRole('combobox', { name: 'Input' }).selectOption('simulated');
    await page.getByRole('combobox', { name: /Right channel/ }).selectOption({ index: 1 });
    await page.getByRole('button', { name: 'Start listening' }).click();
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await watchGaps(page);
    const rates = [];
    for (let i = 0; i < 40; i++) {
      await page.waitForTimeout(250);
      rates.push(Number(await page.locator('main.live').getAttribute('data-rate')));
    }
    rates.sort((a, b) => a - b);
    rows.push([
      'Listen: pictures a second, two outputs live and recorded',
      `${rates[20]}`,
      `${rates[2]} at least`,
      '20 or more',
    ]);
    rows.push([
      'Listen: longest time that the page answered no input meanwhile',
      `${(await page.evaluate(() => window.longestGap)).toFixed(0)} ms`,
      '',
      '< 100 ms',
    ]);
  } finally {
    await page.close();
    await rm(folder, { recursive: true });
  }
  return rows;
}

if (process.argv[1] === OWN_FILE) {
  const core = await import('@ulpen/core');
  let recording = null;
  const reader = new core.WavReader(
    (channels) => recording.push(channels),
    ({ sampleRate, channels }) => (recording = new core.Recording(sampleRate, channels, 'pink')),
  );
  for (const piece of tenMinutes(core)) reader.push(piece);
  reader.finish();
  const { channels } = recording.result();
  for (const { bands } of channels) core.analyseResponse(bands, { noiseTiltDb: core.WHITE_NOISE_TILT_DB });
  console.log((process.resourceUsage().maxRSS / 1024).toFixed(0));
}
