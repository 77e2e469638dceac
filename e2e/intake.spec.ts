import { expect, test } from '@playwright/test';
import { demoJob } from './shop.ts';

test('Intake keeps codes, clues and the signed walk-in check', async ({ page }) => {
  const job = await demoJob(page.request, '2-camper-van');
  await page.goto(`/jobs/${job.id}/intake`);
  await page.getByRole('textbox', { name: 'Option codes' }).fill('4f2');
  await page.getByRole('textbox', { name: 'Option codes' }).press('Enter');
  const sign = page.getByRole('button', { name: 'Sign with today’s date' });
  await expect(sign).toBeDisabled();
  const walk = page.getByRole('region', { name: 'Walk-in check' });
  for (const group of await walk.getByRole('radiogroup').all())
    await group.getByRole('radio', { name: 'good' }).click();
  await walk.getByRole('radiogroup', { name: 'Chimes' }).getByRole('radio', { name: 'fault' }).click();
  await walk.getByLabel('Chimes: what is wrong').fill('belt chime silent');
  await walk.getByLabel('Signed by').fill('Bay 2');
  await sign.click();
  await expect(walk).toContainText('chimes (belt chime silent)');
  await page
    .getByRole('radiogroup', { name: 'A separate amplifier is found' })
    .getByRole('radio', { name: 'no', exact: true })
    .click();
  await expect(page.locator('.system-first')).toContainText('Radio drives the speakers');
  await page.reload();
  await expect(walk).toContainText('Signed by Bay 2');
  await expect(page.getByText('4F2', { exact: true })).toBeVisible();
  await expect(page.locator('.system-first')).toContainText('Radio drives the speakers');
});
