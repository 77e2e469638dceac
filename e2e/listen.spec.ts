import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { encodePcm, pinkNoise, wavHeader } from '@ulpen/core';
import { recordPeriod, type SimulatedChain } from '@ulpen/core/carsim';
import { BROWSER } from '../tools/browser.mjs';
import { complaintsOf, demoJob, pairOf, passGate, seen } from './shop.ts';

const RATE = 48_000;

/** Outputs of a made-up amplifier, recorded: mid and tweeter, the tweeter reversed and 0.6 ms late. */
function recorded(parts: Partial<SimulatedChain>[], noiseDb = -75): Float32Array[] {
  const chains = parts.map((part) => ({
    gainDb: 0,
    filters: [],
    peaks: [],
    delay: 0,
    inverted: false,
    ...part,
  }));
  return recordPeriod(pinkNoise(2 ** 19, RATE, -18, 3), chains, { sampleRate: RATE, noiseDb, seed: 5 });
}
const wav = (channels: Float32Array[]) =>
  Buffer.concat([
    wavHeader({ sampleRate: RATE, channels: channels.length, bits: 16 }, channels[0].length),
    encodePcm(channels, 16, null),
  ]);
const cross = (side: 'low-pass' | 'high-pass', cornerHz: number) =>
  [{ side, family: 'linkwitz-riley', order: 4, cornerHz }] as const;

const folder = mkdtempSync(join(tmpdir(), 'ulpen-listen-'));
const microphone = join(folder, 'microphone.wav');
writeFileSync(
  microphone,
  wav(recorded([{ filters: [...cross('high-pass', 300), ...cross('low-pass', 3000)] }])),
);

test.use({
  launchOptions: {
    ...BROWSER,
    args: [
      ...(BROWSER.args ?? []),
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-audio-capture=${microphone}`,
    ],
  },
});

test('records from an input, stores it, and sees the right band', async ({ page }) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  const pair = pairOf(job, 'right', 'rear', 'full');
  await page.goto(`/jobs/${job.id}/listen/${pair.id}`);
  await page.getByRole('link', { name: 'Record' }).click();

  // Nothing is heard before every point of the gate holds.
  await expect(page.getByRole('heading', { name: 'Before a lead touches the car' })).toBeVisible();
  const open = page.getByRole('button', { name: /open the input/ });
  for (const box of await page.getByRole('checkbox').all()) {
    await expect(open).toBeDisabled();
    await box.check();
  }
  await open.click();
  const level = page.getByRole('region', { name: 'Input level' });
  await expect(level).toContainText('no clipping');
  await page.getByRole('button', { name: '1/12', exact: true }).click();

  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByRole('button', { name: /Stop and look, (?:9|\d\d) s/ })).toBeVisible();
  await page.getByRole('button', { name: /Stop and look/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText(/^band/).first()).toBeVisible();
  // Closed by mistake, it is still there.
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('is recorded, but not saved')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Record', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: 'Look again' }).click();
  await dialog.getByLabel('Volume step of the radio').fill('18');
  await dialog.getByRole('button', { name: 'Save the recording' }).click();
  await expect(page.locator('.output-selected')).toContainText('band');

  const [capture] = pairOf(await seen(page.request, job.id), 'right', 'rear', 'full').captures;
  expect(capture).toMatchObject({ volumeStep: 18, levelUnit: 'dBFS', analysis: { bandClass: 'band-pass' } });
  // Chromium's stand-in for a microphone loops its file with small gaps, so the edges are unsharp.
  expect(Math.abs(Math.log2(capture.analysis.lowHz! / 300))).toBeLessThan(1 / 2);
  expect(Math.abs(Math.log2(capture.analysis.highHz! / 3000))).toBeLessThan(1 / 2);
  expect(complaints).toEqual([]);
});

test('a stereo recording is imported: the tweeter is reversed and late', async ({ page }) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  const mid = pairOf(job, 'left', 'front', 'midrange');
  const tweeter = pairOf(job, 'left', 'front', 'tweeter');
  await page.goto(`/jobs/${job.id}/listen/${mid.id}`);
  const both = recorded([
    { filters: [...cross('low-pass', 2500)] },
    { filters: [...cross('high-pass', 2500)], delay: 0.0006, inverted: true },
  ]);
  await page
    .getByTestId('measurement-file')
    .setInputFiles({ name: 'mid and tweeter.wav', mimeType: 'audio/wav', buffer: wav(both) });
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('region', { name: 'Right channel' })).toContainText('high');
  await dialog.getByLabel('Right channel taken from').selectOption(tweeter.id);
  await dialog.getByRole('button', { name: 'Save the recording' }).click();

  const findings = page.getByRole('region', { name: 'Recordings' });
  await expect(findings).toContainText('reversed');
  await expect(findings).toContainText(/(59\d|60\d) µs earlier/);
  const { between } = (await seen(page.request, job.id)).recordings.find(
    (r) => r.secondPairId === tweeter.id,
  )!;
  expect(between!.polarity).toBe('reversed');
  expect(Math.abs(between!.delay! - 0.0006)).toBeLessThan(20e-6);

  // Taken back, it is out of force on both outputs; one step brings it back.
  await findings.getByRole('button', { name: 'Withdraw' }).click();
  await expect(findings.getByRole('button', { name: 'Restore' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(findings.getByRole('button', { name: 'Withdraw' })).toBeVisible();
  expect(complaints).toEqual([]);
});

test('recordings that tell nothing are refused with the reason, others say what is wrong', async ({
  page,
}) => {
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/listen`);
  const dialog = page.getByRole('dialog');
  const [noise] = recorded([{}]);
  for (const [channels, words, saved] of [
    [[new Float32Array(6 * RATE)], 'no sound in it', false],
    [[noise.slice(0, RATE / 2)], 'Only 0.5 s', false],
    [[noise.map((v) => Math.max(-0.2, Math.min(0.2, v)))], 'is clipped', true],
    [[noise, noise], 'the input is mono', true],
  ] as const) {
    await page
      .getByTestId('measurement-file')
      .setInputFiles({ name: 'take.wav', mimeType: 'audio/wav', buffer: wav([...channels]) });
    await expect(dialog).toContainText(words);
    const save = dialog.getByRole('button', { name: 'Save the recording' });
    await (saved ? expect(save).toBeEnabled() : expect(save).toBeDisabled());
    await dialog.getByRole('button', { name: 'Cancel' }).click();
    await expect(dialog).toBeHidden();
  }
  expect((await seen(page.request, job.id)).recordings).toEqual(job.recordings);
});

test('test signals are made in the page and saved as WAV', async ({ page }) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/listen`);
  await page.getByRole('link', { name: 'Signals' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save Polarity pulse, both' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('polarity-pulse-both-48k-16bit.wav');
  const chunks: Buffer[] = [];
  for await (const chunk of await file.createReadStream()) chunks.push(chunk as Buffer);
  const bytes = Buffer.concat(chunks);
  expect([bytes.subarray(0, 4).toString(), bytes.length]).toEqual(['RIFF', 44 + 10 * 48_000 * 4]);
  expect(complaints).toEqual([]);
});

test('what was recorded before the input was unplugged is kept', async ({ page }) => {
  // The real track is told that its device went away, as the browser would tell it.
  await page.addInitScript(() => {
    const media = navigator.mediaDevices;
    const open = media.getUserMedia.bind(media);
    media.getUserMedia = async (wish) => {
      const stream = await open(wish);
      Object.assign(window, {
        unplug: () => stream.getAudioTracks()[0].dispatchEvent(new Event('ended')),
      });
      return stream;
    };
  });
  const job = await demoJob(page.request);
  const pair = pairOf(job, 'left', 'front', 'woofer');
  await page.goto(`/jobs/${job.id}/listen/live/${pair.id}`);
  await passGate(page);
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByRole('button', { name: /Stop and look, (?:[3-9]|\d\d) s/ })).toBeVisible();
  await page.evaluate(() => (window as unknown as { unplug: () => void }).unplug());
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Recording Front left woofer');
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('is recorded, but not saved')).toBeVisible();
  await expect(page.getByText(/The input was disconnected/)).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as WAV' }).click();
  expect((await download).suggestedFilename()).toMatch(/^Front left woofer .*\.wav$/);
  expect((await seen(page.request, job.id)).recordings).toEqual(job.recordings);
});
