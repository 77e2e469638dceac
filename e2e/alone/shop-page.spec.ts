import { expect, test } from '@playwright/test';
import { demoJob } from '../shop.ts';

test('the shop: devices come in by table with the faults named, go out, and its choices reorder plans', async ({
  page,
}) => {
  await page.goto('/shop');
  await expect(page.getByText('Merlin S8')).toBeVisible();
  await page.getByRole('button', { name: 'Import a table' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByTestId('device-file').setInputFiles({
    name: 'devices.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'name;kind;priceClass;inputs;speakerInput.minVolts;speakerInput.maxVolts;speakerInput.floating;colour\n' +
        'Plover C6;converter;1;6;1,5;20;yes;red\nPlover X;toaster;1;;;;;\n',
    ),
  });
  await expect(dialog.getByRole('alert')).toContainText('colour');
  await expect(dialog.getByRole('alert')).toContainText('Plover X, kind');
  await dialog.getByRole('button', { name: 'Take 1 in' }).click();
  const added = page.locator('.devices li', { hasText: 'Plover C6' });
  await expect(added).toContainText('speaker level 1.5 V to 20.0 V');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export CSV' }).click();
  expect((await download).suggestedFilename()).toBe('devices.csv');
  await added.getByRole('button', { name: 'Remove Plover C6' }).click();
  await expect(added).toBeHidden();
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(added).toBeVisible();
  await added.getByRole('button', { name: 'Remove Plover C6' }).click();
  await expect(added).toBeHidden();

  // By hand: what does not fit is named, what is saved is there.
  await page.getByRole('button', { name: 'Add one' }).click();
  await dialog.getByRole('button', { name: 'Save the device' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Name: must not be empty');
  await dialog.getByLabel('Name').fill('Plover M1');
  await dialog.getByLabel('takes speaker level').check();
  await dialog.getByLabel('Most volts', { exact: true }).fill('0,1');
  await dialog.getByRole('button', { name: 'Save the device' }).click();
  await expect(dialog.getByRole('alert')).toContainText('must be above the least volts');
  await dialog.getByLabel('Most volts', { exact: true }).fill('22,5');
  await dialog.getByRole('button', { name: 'Save the device' }).click();
  await expect(page.locator('.devices li', { hasText: 'Plover M1' })).toContainText(
    'speaker level 300 mV to 22.5 V',
  );
  await page.getByRole('button', { name: 'Remove Plover M1' }).click();

  const job = await demoJob(page.request);
  await page.getByRole('button', { name: 'flattest' }).click();
  await expect(page.getByRole('button', { name: 'flattest' })).toHaveAttribute('aria-pressed', 'true');
  await page.goto(`/jobs/${job.id}/plan`);
  await expect(page.locator('.compare-table tbody tr').first()).toContainText('Processor');
  await expect(page.getByText('This shop prefers: flattest.')).toBeVisible();
  await page.getByRole('link', { name: 'Change what the shop prefers' }).click();
  await page.getByRole('button', { name: 'fewest parts' }).click();
  await expect(page.getByRole('button', { name: 'fewest parts' })).toHaveAttribute('aria-pressed', 'true');
});
