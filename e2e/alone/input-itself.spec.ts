import { expect, type Locator, test } from '@playwright/test';
import { complaintsOf, demoJob, pairOf, seen } from '../shop.ts';

/** Measured; on a machine that dropped samples the page says so, and it is measured again as a person would. */
async function measured(part: Locator, value: RegExp): Promise<void> {
  await expect(async () => {
    const button = part.getByRole('button');
    if (await button.isEnabled()) await button.click({ timeout: 1000 });
    await expect(part.getByRole('status')).toContainText(value, { timeout: 40_000 });
  }).toPass({ timeout: 130_000 });
}

test('lag and distortion of an input are measured by loop-back, an added sound by listening to it', async ({
  page,
}) => {
  test.setTimeout(360_000);
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  const woofer = pairOf(job, 'left', 'front', 'woofer');
  const right = pairOf(job, 'right', 'front', 'woofer');
  await page.goto(`/jobs/${job.id}/listen/live/${woofer.id}?test=added&second=${right.id}`);
  await page.getByRole('combobox', { name: 'Input' }).selectOption('simulated');
  await page.getByRole('button', { name: 'Start listening' }).click();
  await page.getByRole('button', { name: 'Check the input' }).click();
  const dialog = page.getByRole('dialog');
  const lag = dialog.getByRole('region', { name: 'Right-channel lag' });
  await measured(lag, /1[23]\.\d µs/);
  await measured(dialog.getByRole('region', { name: 'Input distortion' }), /0\.06\d? %/);
  await dialog.getByRole('button', { name: 'Save' }).click();

  // A chime against pink noise: the car is simulated, the listening is not.
  const level = page.getByRole('region', { name: 'Level of an added sound' });
  const car = page.getByRole('group', { name: 'Simulated car' });
  const part = async (plays: string, does: string) => {
    await car.getByRole('button', { name: plays, exact: true }).click();
    await level.getByRole('button', { name: does }).click();
    await expect(level.getByRole('button', { name: does })).toBeEnabled({ timeout: 30_000 });
  };
  await part('silence', 'Listen with nothing playing');
  await part('pink noise', 'Listen to music');
  await part('tone', 'Listen for the sound');
  await expect(level.getByRole('status')).toContainText(/Chimes: heard here, [+−-]?\d/);
  await level.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Chimes noted.')).toBeVisible();
  const chimes = (await seen(page.request, job.id)).checks.filter(
    (c) => c.pairId === woofer.id && c.body.kind === 'added-sound' && c.body.sound === 'chimes',
  );
  expect(chimes.at(-1)?.body).toMatchObject({ heard: true });
  expect(typeof (chimes.at(-1)?.body as { levelDb: unknown }).levelDb).toBe('number');
  expect(complaints).toEqual([]);
});
