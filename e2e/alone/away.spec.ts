import { expect, test } from '@playwright/test';
import { postmasterOf } from '../../tools/postmaster.mjs';
import { demoJob, seen } from '../shop.ts';

test('the database dies while someone types: the page says so, keeps what was typed, and goes on', async ({
  page,
}) => {
  const job = await demoJob(page.request, '2-camper-van');
  await page.goto(`/jobs/${job.id}/intake`);
  const target = page.getByRole('article', { name: 'Front pair' });
  await target.getByLabel('needs from').fill('95');
  const running = await postmasterOf(process.env['ULPEN_E2E_DATABASE'] ?? '');
  process.kill(running!.pid, 'SIGKILL');
  await target.getByRole('button', { name: 'Save' }).click();
  const banner = page.locator('.away');
  await expect(banner).toContainText('Ulpen is waiting for its database');
  await expect(banner).toBeHidden();
  await expect(target.getByLabel('needs from')).toHaveValue(/^95/);
  await target.getByRole('button', { name: 'Save' }).click();
  await expect
    .poll(async () => (await seen(page.request, job.id)).targets.find((t) => t.name === 'Front pair')?.lowHz)
    .toBe(95);
});
