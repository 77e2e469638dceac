import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { JOB_FILE_VERSION, readJobFileBytes } from '@ulpen/core';
import { demoJob, pairOf, seen } from './shop.ts';

test('two tabs on one target: the later save sees both and decides', async ({ context, page }) => {
  const job = await demoJob(page.request, '2-camper-van');
  const other = await context.newPage();
  for (const tab of [page, other]) await tab.goto(`/jobs/${job.id}/intake`);
  const [mine, theirs] = [page, other].map((tab) => tab.getByRole('article', { name: 'Front pair' }));
  await mine.getByLabel('needs from').fill('90');
  await theirs.getByLabel('needs from').fill('70');
  await theirs.getByRole('button', { name: 'Save' }).click();
  await expect(theirs.getByRole('button', { name: 'Save' })).toBeHidden();
  await mine.getByRole('button', { name: 'Save' }).click();
  const conflict = mine.getByRole('alert');
  await expect(conflict).toContainText('Changed elsewhere in the meantime');
  await expect(conflict.getByRole('row', { name: 'From' })).toContainText('90 Hz');
  await expect(conflict.getByRole('row', { name: 'From' })).toContainText('70 Hz');
  expect((await seen(page.request, job.id)).targets[0].lowHz).toBe(70);
  await conflict.getByRole('button', { name: 'Save mine over it' }).click();
  await expect(conflict).toBeHidden();
  expect((await seen(page.request, job.id)).targets[0]).toMatchObject({ lowHz: 90, version: 3 });

  await other.reload();
  await theirs.getByLabel('needs from').fill('40');
  await mine.getByLabel('needs from').fill('55');
  await mine.getByRole('button', { name: 'Save' }).click();
  await expect(mine.getByRole('button', { name: 'Save' })).toBeHidden();
  await theirs.getByRole('button', { name: 'Save' }).click();
  await theirs.getByRole('button', { name: 'Take the saved one' }).click();
  await expect(theirs.getByLabel('needs from')).toHaveValue('55 Hz');
});

test('a needed band is set by keyboard and by typing, and a wrong figure is said', async ({ page }) => {
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/intake`);
  const target = page.getByRole('article', { name: 'Subwoofer' });
  const handle = target.getByRole('slider', { name: /highest/ });
  await handle.focus();
  await page.keyboard.press('ArrowRight');
  await expect(target.getByLabel('to', { exact: true })).toHaveValue('110 Hz');
  await target.getByLabel('to', { exact: true }).fill('a lot');
  await expect(target.getByText('Type a frequency: 80, 80 Hz or 3.4k')).toBeVisible();
  await target.getByRole('button', { name: 'Undo changes' }).click();
  await target.getByLabel('needs from').fill('5');
  await target.getByRole('button', { name: 'Save' }).click();
  await expect(target.getByText('from 10 Hz')).toBeVisible();
  expect((await seen(page.request, job.id)).targets.find((t) => t.name === 'Subwoofer')).toMatchObject({
    lowHz: 30,
    highHz: 85,
  });
});

test('a removed target comes back by Undo, and later from the job’s menu', async ({ page }) => {
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/intake`);
  await page.getByRole('button', { name: 'Remove Subwoofer' }).click();
  await expect(page.getByRole('article', { name: 'Subwoofer' })).toBeHidden();
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('article', { name: 'Subwoofer' })).toBeVisible();

  await page.getByRole('button', { name: 'Remove Subwoofer' }).click();
  await expect(page.getByRole('article', { name: 'Subwoofer' })).toBeHidden();
  await page.reload();
  await page.getByRole('button', { name: 'More for this job' }).click();
  await page.getByRole('button', { name: /Removed items/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Removed items' });
  await dialog.getByRole('button', { name: 'Bring back Subwoofer' }).click();
  await expect(dialog.getByText('Nothing has been removed from this job.')).toBeVisible();
  await expect(page.getByRole('article', { name: 'Subwoofer', includeHidden: true })).toBeAttached();
});

test('a job goes out as a file, comes in again as another job, and is deleted after a question', async ({
  page,
}) => {
  const job = await demoJob(page.request, '4-electric-estate');
  await page.goto(`/jobs/${job.id}/listen`);
  await page.getByRole('button', { name: 'More for this job' }).click();
  const download = page.waitForEvent('download');
  await page
    .getByRole('link', { name: 'Export the job file' })
    .or(page.getByRole('button', { name: 'Export the job file' }))
    .click();
  const file = await (await download).path();
  expect((await download).suggestedFilename()).toBe('vennaby-arc-estate.ulpen.zip');
  await page.goto('/');
  await page
    .getByTestId('job-file')
    .setInputFiles({ name: 'x.zip', mimeType: 'application/zip', buffer: await readFile(file) });
  await expect(page).toHaveURL(/\/jobs\/[0-9a-f-]{36}\/listen/);
  expect(page.url()).not.toContain(job.id);
  const copy = /jobs\/([0-9a-f-]{36})/.exec(page.url())![1];
  const [a, b] = await Promise.all(
    [job.id, copy].map(async (id) =>
      readJobFileBytes(await (await page.request.get(`/api/v1/jobs/${id}/file`)).body()),
    ),
  );
  expect(a).toHaveProperty('file');
  expect(b).toEqual(a);

  await page.getByRole('button', { name: 'More for this job' }).click();
  await page.getByRole('button', { name: /Delete the job/ }).click();
  await expect(page.getByRole('dialog')).toContainText('There is no way back');
  await page.getByRole('dialog').getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: 'More for this job' }).click();
  await page.getByRole('button', { name: /Delete the job/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete the job' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  expect((await page.request.get(`/api/v1/jobs/${copy}`)).status()).toBe(404);

  await page.getByTestId('job-file').setInputFiles({
    name: 'old.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"ulpen-job","version":99}'),
  });
  await expect(
    page.getByText(`The file has version 99; this program reads versions 1 to ${JOB_FILE_VERSION}.`),
  ).toBeVisible();
});

test('an output is changed where a cavity is taken, and the list is walked with the arrow keys', async ({
  page,
}) => {
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/listen/${pairOf(job, 'left', 'front', 'midrange').id}`);
  await page.getByRole('button', { name: 'Change Front left mid' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Plus sits in').selectOption('C2 · 3 (Front left woofer)');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByText('this cavity already belongs to Front left woofer')).toBeVisible();
  await dialog.getByLabel('Plus sits in').selectOption('C2 · 5');
  await dialog.getByLabel('Signal polarity, as stated').selectOption('reversed');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('.output-selected')).toContainText('C2 · 5/6');
  // What somebody states is never called measured.
  await expect(page.locator('.output-facts')).toContainText(/Signal polarity\s*reversed\s*claimed/);
  await page.locator('.output-selected').focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.locator('.output-selected')).toContainText('Front left tweeter');
  await expect(page.getByRole('heading', { level: 2, name: 'Front left tweeter' })).toBeVisible();
});

test('the list searches, says when nothing fits, and unknown addresses lead back', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Find a job').fill('arc estate');
  await expect(page.locator('.job-row').first()).toContainText('Vennaby');
  await expect(page).toHaveURL(/q=arc/);
  await page.getByLabel('Find a job').fill('no such car');
  await expect(page.getByRole('heading', { name: 'Nothing fits' })).toBeVisible();
  await page.goto('/jobs/00000000-0000-4000-8000-000000000000/plan');
  await expect(page.getByRole('heading', { name: 'There is no such job' })).toBeVisible();
  await page.goto('/somewhere/else');
  await page.getByRole('link', { name: 'Go to the jobs' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
});

test('on a phone an output opens by itself, with a way back to the list', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/listen`);
  await page.locator('.output-row', { hasText: 'Centre' }).click();
  await expect(page.getByRole('heading', { name: 'Centre' })).toBeInViewport();
  await expect(page.locator('.output-row').first()).toBeHidden();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByRole('link', { name: 'All outputs' }).click();
  await expect(page.locator('.output-row').first()).toBeVisible();
});

test('paper is light, whatever the theme of the screen', async ({ page }) => {
  await page.addInitScript(() => localStorage.setItem('ulpen-theme', 'bay'));
  await page.goto('/');
  const theme = () => page.evaluate(() => document.documentElement.getAttribute('data-bs-theme'));
  expect(await theme()).toBe('dark');
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
  expect(await theme()).toBe('light');
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
  expect(await theme()).toBe('dark');
});
