import { expect, test } from '@playwright/test';
import type { JobList } from '@ulpen/core';
import { complaintsOf, demoJob, pairOf, passGate, seen } from './shop.ts';

test('a meter’s readings typed line by line give the clean maximum; a mistake is withdrawn', async ({
  page,
}) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  const centre = pairOf(job, 'centre', 'front', 'full');
  await page.goto(`/jobs/${job.id}/listen/tests/clean?pair=${centre.id}`);
  const work = page.getByRole('region', { name: 'Measure' });
  await expect(work).toContainText('not measured');
  for (let more = 0; more < 3; more++) await work.getByRole('button', { name: 'Another step' }).click();
  const steps = ['10', '14', '18', '22', '26', '30'];
  for (const [n, step] of steps.entries()) await work.getByLabel(`Volume step, row ${n + 1}`).fill(step);
  const name = 'Centre';
  await work.getByLabel(`${name} at 10`).focus();
  for (const volts of ['0,8', '1.6', '3.2', '6,4', '7', '7.05']) {
    await page.keyboard.type(volts);
    await page.keyboard.press('Enter');
  }
  await work.getByRole('button', { name: 'Keep 6 readings' }).click();
  await expect(work.getByLabel(`${name} at 30`)).toHaveValue('');
  const finding = work.getByRole('article');
  await expect(finding).toContainText('follow to 6.40 V at step 22');
  await expect(finding).toContainText('measured roughly, by meter');

  await expect(work.getByLabel(`${name} at 22`)).toHaveAttribute('placeholder', 'kept 6.40');
  await work.getByLabel(`${name} at 10`).fill('volts');
  await work.getByRole('button', { name: 'Keep 1 reading' }).click();
  await expect(work.getByLabel(`${name} at 10`)).toHaveClass(/is-invalid/);
  await expect(work.getByRole('alert')).toContainText('Nothing was kept: not a voltage');
  expect((await seen(page.request, job.id)).checks.filter((c) => c.pairId === centre.id)).toHaveLength(6);

  const kept = work.getByRole('list', { name: 'Kept readings' }).getByRole('listitem');
  await kept.filter({ hasText: 'step 22' }).getByRole('button', { name: 'Withdraw' }).click();
  await expect(finding).toContainText('at step 18');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(finding).toContainText('at step 22');
  expect(complaints).toEqual([]);
});

test('sound against the engine is found on a simulated subwoofer, step by step', async ({ page }) => {
  const job = await demoJob(page.request);
  const coil = job.units.flatMap((u) => u.pairs).find((p) => p.suffix === 'coil 2')!;
  const test_ = `/jobs/${job.id}/listen/tests/engine?pair=${coil.id}`;
  await page.goto(test_);
  const work = page.getByRole('region', { name: 'Measure' });
  await expect(work).toContainText('not tested');
  const record = async (state: string) => {
    await work.getByRole('link', { name: state, exact: true }).click();
    await page.getByRole('combobox', { name: 'Input' }).selectOption('simulated');
    await page.getByRole('button', { name: 'Start listening' }).click();
    await expect(page.getByRole('group', { name: 'Simulated car' })).toBeVisible();
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await page.getByRole('button', { name: /Stop and look, (?:[7-9]|\d\d) s/ }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button', { name: 'Save the recording' }).click();
    await expect(page).toHaveURL(new RegExp(coil.id));
    await expect(work).toBeVisible();
  };
  for (const state of ['Engine off', 'Idling', 'Raised']) await record(state);
  // An alternator whines so too: it is a hint until a door was opened.
  await expect(work.getByRole('article')).toContainText('or whine of the alternator');
  await record('Raised, a door open');
  await expect(work.getByRole('article')).toContainText('stops with a door open');
  const mine = (await seen(page.request, job.id)).recordings.filter((r) => r.firstPairId === coil.id);
  expect(mine.map((r) => r.situation.engine).sort()).toEqual(['idle', 'off', 'raised', 'raised']);
});

test('curves are laid over each other, kept in the address, and compared with another job', async ({
  page,
}) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/listen`);
  await page.getByRole('link', { name: 'Overlay' }).click();
  await expect(page.getByText('Choose what to compare.')).toBeVisible();
  const captures = page.getByRole('region', { name: 'Captures' });
  await captures.getByRole('button', { name: 'all', exact: true }).first().click();
  const chart = page.getByRole('figure', { name: /4 curves/ });
  await expect(chart).toBeVisible();
  await page.getByRole('button', { name: 'as measured' }).click();
  const address = page.url();
  expect(address).toContain('levels=raw');
  await page.reload();
  await expect(chart).toBeVisible();
  // The cursor reads all of them off.
  await chart.hover();
  await expect(page.locator('.chart-readout')).toContainText(/step 26\s+.*dB/);

  const { jobs } = (await (await page.request.get('/api/v1/jobs?q=tessel')).json()) as JobList;
  await page.getByLabel('Beside another job').selectOption(jobs[0].id);
  const beside = page.getByRole('region', { name: /Beside Orvane/ });
  await expect(beside.getByRole('row', { name: /Front left mid/ })).toContainText('not there');
  await beside.getByRole('button', { name: 'Front left woofer' }).click();
  await expect(page.getByRole('figure', { name: /2 curves/ })).toBeVisible();
  expect(complaints).toEqual([]);
});

test('the system at one look, typical bands where nothing is measured, and a sheet to print', async ({
  page,
}) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/listen/system`);
  const row = page.getByRole('row', { name: /Rear right/ });
  await expect(row).toContainText('open');
  await page.getByLabel(/Typical bands/).check();
  await expect(row).toContainText('assumed');
  await expect(page.getByRole('row', { name: /Subwoofer coil 1/ })).toContainText('step 18–22');
  await page.getByLabel('From low to high').check();
  await expect(page.getByRole('row').nth(1)).toContainText('Subwoofer');
  await page.getByRole('link', { name: 'Front left woofer' }).click();
  const behaviour = page.getByRole('region', { name: 'Behaviour' });
  await expect(behaviour).toContainText('Bass is cut from somewhere between steps 22 and 26');
  await behaviour.getByRole('link', { name: 'Profile sheet' }).click();
  await expect(page.getByRole('heading', { name: 'Front left woofer' })).toBeVisible();
  await expect(page.getByRole('article').first()).toContainText('Equalisation beyond the filters');
  expect(complaints).toEqual([]);
});

test('an input that is refused is said with what to do', async ({ page }) => {
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/listen/live`);
  await passGate(page);
  await expect(page.getByRole('alert')).toContainText(/Allow the microphone|Plug the sound input in/);
  await expect(page.getByRole('button', { name: 'Start listening' })).toBeEnabled();
});
