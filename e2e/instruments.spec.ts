import { expect, test } from '@playwright/test';
import { complaintsOf, demoJob, pairOf, seen } from './shop.ts';

test('an instrument is named, stands beside what it made, and is withdrawn with all that rests on it', async ({
  page,
}) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  const name = `blue meter ${job.id.slice(0, 6)}`;
  await page.goto('/shop');
  const pane = page.getByRole('region', { name: 'Instruments' });
  await pane.getByRole('button', { name: 'Add an instrument' }).click();
  await page.getByLabel('Name, as it is labelled').fill(name);
  await page.getByRole('button', { name: 'Add it' }).click();
  const row = pane.getByRole('listitem').filter({ hasText: name });
  await expect(row).toContainText('never checked');
  await row.getByRole('button', { name: 'Mark as checked' }).click();
  await expect(row).toContainText('checked less than a minute ago');

  const rear = pairOf(job, 'left', 'rear', 'full');
  await page.goto(`/jobs/${job.id}/listen/tests/level?pair=${rear.id}`);
  await page.getByLabel('Meter').selectOption({ label: name });
  await page.getByLabel('Rear left at 10').fill('0.5');
  await page.getByLabel('Rear left at 18').fill('1.9');
  await page.getByRole('button', { name: 'Keep 2 readings' }).click();
  const kept = page.getByRole('list', { name: 'Kept readings' }).getByRole('listitem');
  await expect(kept.filter({ hasText: name })).toHaveCount(2);

  // It turns out bad: what rests on it is seen by job, and goes in one go.
  await page.goto('/shop');
  await row.getByRole('link', { name: 'Measured with it' }).click();
  await expect(page.getByRole('row', { name: new RegExp(job.car) })).toContainText('2');
  await page.getByLabel('What is wrong with it').fill('reads 8 % low');
  await page.getByRole('button', { name: 'Mark as faulty' }).click();
  await expect(page.getByText(/Found faulty on/)).toBeVisible();
  await page.getByLabel(/only since its last check/).uncheck();
  await page.getByRole('button', { name: 'Withdraw everything measured with it' }).click();
  const ask = page.getByRole('dialog');
  await expect(ask).toContainText(job.car);
  await ask.getByRole('button', { name: 'Withdraw in all these jobs' }).click();
  const said = page.getByRole('status').filter({ hasText: `2 records of ${name} withdrawn in 1 job.` });
  await expect(said).toBeVisible();
  const live = async () =>
    (await seen(page.request, job.id)).checks.filter((c) => c.pairId === rear.id && !c.withdrawnAt).length;
  const before = await live();
  await said.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(live).toBe(before + 2);
  await page.goto(`/jobs/${job.id}/listen/tests/level?pair=${rear.id}`);
  await expect(page.getByText(/is faulty: reads 8 % low/)).toBeVisible();
  expect(complaints).toEqual([]);
});

test('limits of practice and sets of conditions are the shop’s', async ({ page }) => {
  const job = await demoJob(page.request);
  await page.goto('/shop');
  const sets = page.getByRole('region', { name: 'Conditions set together' });
  await sets.getByRole('button', { name: 'Another set' }).click();
  const name = `Tone ${job.id.slice(0, 4)}`;
  await sets
    .getByLabel(/^Name of set/)
    .last()
    .fill('Off, plug out');
  await expect(sets.getByRole('alert')).toContainText('two sets have the same name');
  await sets
    .getByLabel(/^Name of set/)
    .last()
    .fill(name);
  await sets
    .getByLabel(/^Ignition in set/)
    .last()
    .selectOption('accessory');
  await sets.getByRole('button', { name: 'Save the sets' }).click();
  await expect(sets.getByRole('button', { name: 'Save the sets' })).toBeHidden();
  const limits = page.getByRole('region', { name: 'Limits of practice' });
  const starts = limits.getByLabel(/^Cold starts without load/);
  await starts.fill('20');
  await expect(limits).toContainText('up to 9');
  await starts.fill('2');
  await starts.press('Enter');
  await expect(limits.getByRole('button', { name: 'Back to the usual limits' })).toBeVisible();

  await page.goto(`/jobs/${job.id}/find`);
  await page.getByRole('button', { name, exact: true }).click();
  await expect(page.getByRole('button', { name: /^Ignition: accessory/ })).toBeVisible();
  await page.goto(`/jobs/${job.id}/listen/tests/load`);
  await expect(page.getByText(/without the speaker, 2 times/).first()).toBeVisible();

  await page.goto('/shop');
  await limits.getByRole('button', { name: 'Back to the usual limits' }).click();
  await expect(limits.getByRole('button', { name: 'Back to the usual limits' })).toBeHidden();
  await sets.getByRole('button', { name: 'Back to the usual sets' }).click();
  await expect(sets.getByRole('button', { name: 'Back to the usual sets' })).toBeHidden();
});
