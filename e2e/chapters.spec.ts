import { expect, test } from '@playwright/test';
import { complaintsOf, demoJob, seen } from './shop.ts';

test('once the work has begun, a reading is kept and changes neither map nor plan, unless it is of before', async ({
  page,
}) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  const fingerprint = async () =>
    ((await (await page.request.get(`/api/v1/jobs/${job.id}/fingerprint`)).json()) as { fingerprint: string })
      .fingerprint;
  const before = await fingerprint();
  await page.goto(`/jobs/${job.id}/find`);
  await page.getByRole('button', { name: 'More for this job' }).click();
  await page.getByRole('menuitemradio', { name: 'During the work' }).click();
  const bar = page
    .getByRole('status')
    .filter({ hasText: 'map and plan go by what was measured before the work' });
  await expect(bar).toContainText('During the work.');

  // Typed as ever; the map stays as it is, and so does the plan.
  await page.getByRole('button', { name: /^cavity 3,/ }).click();
  const map = await page.locator('.face-grid').innerText();
  await page.keyboard.type('v3.3');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^cavity 3,/ }).click();
  const row = page.locator('.readings li', { hasText: 'during the work' });
  await expect(row).toContainText('3.3 V');
  expect(await page.locator('.face-grid').innerText()).toBe(map);
  await page.reload();
  await page.getByRole('button', { name: /^cavity 3,/ }).click();
  await expect(row).toContainText('3.3 V');
  expect(await fingerprint()).toBe(before);

  // It was of before after all: then it counts, and can be taken back.
  await row.getByRole('button', { name: 'Measured before the work' }).click();
  await expect(row).toBeHidden();
  await expect.poll(fingerprint).not.toBe(before);
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(row).toBeVisible();
  await expect.poll(fingerprint).toBe(before);

  await bar.getByRole('button', { name: 'Back to before the work' }).click();
  await expect(bar).toBeHidden();
  expect((await seen(page.request, job.id)).chapter).toBe('before');
  expect(complaints).toEqual([]);
});
