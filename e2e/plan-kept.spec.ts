import { expect, type Page, test } from '@playwright/test';
import { complaintsOf, demoJob, seen, signAll, watchSource } from './shop.ts';

const verdict = (page: Page) => page.locator('.plan-head .verdict');
const step = (page: Page) => page.getByLabel('Loudest volume step agreed');
const setup = async (page: Page, jobId: string) => {
  await page.goto(`/jobs/${jobId}/plan/finished?way=sum&part=place:volume`);
  await expect(page.getByRole('heading', { name: 'Sum each side', level: 1 })).toBeVisible();
};

test('a draft is kept as it is made: undo, redo, reload, and the same draft on two devices', async ({
  page,
  context,
}) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  await setup(page, job.id);
  const other = await context.newPage();
  await setup(other, job.id);
  const first = await step(page).inputValue();
  await step(page).fill('12');
  await step(page).press('Tab');
  await expect(page.getByRole('heading', { name: 'Sum each side, changed by hand' })).toBeVisible();
  await step(page).fill('14');
  await step(page).press('Tab');
  await page.locator('.plan-head h1').click();
  await page.keyboard.press('Control+z');
  await expect(step(page)).toHaveValue('12');
  await page.keyboard.press('Control+z');
  await expect(step(page)).toHaveValue(first);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(step(page)).toHaveValue('12');
  await page.reload();
  await expect(step(page)).toHaveValue('12');

  // The other device still shows what it had, and is asked which of the two it is.
  await step(other).fill('20');
  await step(other).press('Tab');
  const conflict = other.getByRole('alert').filter({ hasText: 'Changed elsewhere in the meantime' });
  const row = conflict.getByRole('row', { name: /^Changed by hand/ });
  await expect(row).toContainText('Loudest volume step: 20');
  await expect(row).toContainText('Loudest volume step: 12');
  await conflict.getByRole('button', { name: 'Save mine over it' }).click();
  await expect(conflict).toBeHidden();
  await expect
    .poll(async () => (await seen(page.request, job.id)).drafts[0].changes.setup.loudestStep)
    .toBe(20);
  await expect(step(other)).toHaveValue('20');
  await other.getByRole('button', { name: 'Undo' }).click();
  await expect(step(other)).toHaveValue('12');
  expect(complaints).toEqual([]);
});

test('a kept plan is agreed on, opened again, and kept as its next revision', async ({ page }) => {
  const job = await demoJob(page.request, '3-coupe');
  await page.goto(`/jobs/${job.id}/plan`);
  await watchSource(page);
  await signAll(page);
  await expect(verdict(page)).toHaveText('ready');
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page.getByRole('button', { name: 'Change this plan' })).toBeVisible();
  await page.getByRole('button', { name: 'Mark as agreed' }).click();
  await expect(page.locator('.plan-head .agreed')).toBeVisible();

  // Nothing of it can be edited where it stands.
  await page.getByRole('link', { name: 'Finished car' }).click();
  await page.getByRole('button', { name: /^Volume step/ }).click();
  await expect(step(page)).toBeDisabled();
  await page.getByRole('button', { name: 'Change this plan' }).click();
  await expect(page).toHaveURL(/way=/);
  await step(page).fill('9');
  await step(page).press('Tab');
  await page.getByRole('button', { name: 'Keep as next revision' }).click();
  await expect(page.getByText('Kept as revision 2.')).toBeVisible();
  await page.getByRole('link', { name: 'Compare' }).click();
  const kept = page.getByRole('region', { name: 'Kept plans' });
  await expect(kept.getByRole('listitem').first()).toContainText(', revision 2');
  await kept.getByText('Changes from revision 1 to 2').click();
  await expect(kept.locator('.differences')).toContainText('Loudest volume step: 9 (was');
  await expect(kept.locator('.kept-earlier .kept-line')).toContainText('agreed');
  const { plans } = await seen(page.request, job.id);
  expect(plans.map((p) => [p.revision, p.agreedAt !== null])).toEqual([
    [2, false],
    [1, true],
  ]);
});

test('a plan seen before something changed elsewhere is not kept unseen', async ({ page }) => {
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/plan?way=sum`);
  const keep = page.getByRole('button', { name: 'Keep this plan' });
  await expect(keep).toBeEnabled();
  const { id, jobId: _, ...target } = job.targets[0];
  await page.request.put(`/api/v1/targets/${id}`, { data: { ...target, lowHz: 110 } });
  await keep.click();
  const dialog = page.getByRole('dialog', { name: 'Changed in the meantime' });
  await expect(dialog).toBeVisible();
  expect((await seen(page.request, job.id)).plans).toEqual([]);
  await dialog.getByRole('button', { name: 'Look at it first' }).click();
  await expect(keep).toBeEnabled();
  await page.request.put(`/api/v1/targets/${id}`, {
    data: { ...target, lowHz: 120, version: target.version + 1 },
  });
  await keep.click();
  await dialog.getByRole('button', { name: 'Keep the updated plan' }).click();
  await expect(page).toHaveURL(/kept=/);
  const { plans } = await seen(page.request, job.id);
  expect(plans.map((p) => p.proposal.feeds[0].need.lowHz)).toEqual([120]);
});
