import { expect, test } from '@playwright/test';
import { complaintsOf, demoJob, dropFile, highPass, measurement, pairOf, seen } from './shop.ts';

const numbers = (n: number) => Array.from({ length: n }, (_, i) => `${20 + i}\t-${i % 7}`).join('\n');

test('files that cannot be read: the line and the reason, nothing saved, the page still usable', async ({
  page,
}) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  const pair = pairOf(job, 'right', 'rear', 'full');
  await page.goto(`/jobs/${job.id}/listen/${pair.id}`);
  const dialog = page.getByRole('dialog');
  for (const [name, content, words] of [
    ['empty.txt', '', 'The file is empty.'],
    ['sound.wav', Buffer.from([82, 73, 70, 70, 0, 0, 0, 0, 87, 65]), 'cut short'],
    ['one-column.txt', '1\n2\n3\n4\n', 'Line 1: There is only one column of numbers.'],
    ['nan.txt', numbers(30).replace(/-\d/g, 'NaN'), 'Line 1: There is no finite number here'],
    ['negative.txt', `${numbers(5)}\n-40\t0\n${numbers(5)}`, 'Line 6: The frequency is -40 Hz, below zero.'],
    ['curves.txt', `${numbers(20)}\n${numbers(20)}`, 'several curves'],
    ['long.txt', `${numbers(3)}\n${'900 0\n'.repeat(2_000_000)}`, 'There are more than 300,000 rows.'],
  ] as const) {
    await page
      .getByTestId('measurement-file')
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(content) });
    await expect(dialog.getByRole('alert')).toContainText(words);
    await expect(dialog.getByRole('button', { name: 'Save the measurement' })).toBeHidden();
    await dialog.getByRole('button', { name: 'Close' }).last().click();
    await expect(dialog).toBeHidden();
  }
  expect(pairOf(await seen(page.request, job.id), 'right', 'rear', 'full').captures).toEqual([]);

  // After all that, a good file goes in.
  await page
    .getByTestId('measurement-file')
    .setInputFiles({ name: 'good.txt', mimeType: 'text/plain', buffer: measurement(highPass(170)) });
  await dialog.getByRole('button', { name: 'Save the measurement' }).click();
  await expect(page.locator('.output-selected')).toContainText('high');
  expect(complaints).toEqual([]);
});

test('a file of 200 MB is refused before it is read', async ({ page }) => {
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/listen`);
  await page.locator('.output-detail').waitFor();
  // Made inside the page: the size is what counts, and nothing must read it.
  const transfer = await page.evaluateHandle(() => {
    const data = new DataTransfer();
    data.items.add(
      new File(
        Array.from({ length: 200 }, () => new Uint8Array(2 ** 20)),
        'huge.txt',
      ),
    );
    return data;
  });
  await page.dispatchEvent('.output-detail', 'drop', { dataTransfer: transfer });
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText(
    'The file has 200 MB; at most 32 MB are read.',
  );
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('the person corrects how the columns were understood', async ({ page }) => {
  const job = await demoJob(page.request);
  const pair = pairOf(job, 'right', 'rear', 'full');
  await page.goto(`/jobs/${job.id}/listen/${pair.id}`);
  await page.locator('.output-detail').waitFor();
  const rows = Array.from({ length: 100 }, (_, i) => {
    const khz = 0.02 * 1000 ** (i / 99);
    return `${khz.toFixed(6)} 0.99 ${highPass(3000)(khz * 1000).toFixed(2)} ${(90 - i).toFixed(1)}`;
  });
  await dropFile(page, '.output-detail', 'four-columns.txt', Buffer.from(rows.join('\n')));
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Column 3 is').selectOption('level');
  await expect(dialog.getByLabel('Column 2 is')).toHaveValue('ignored');
  await dialog.getByLabel('Frequency in').selectOption('kHz');
  await expect(dialog.getByText('Frequencies were given in kHz and turned into Hz.')).toBeVisible();
  await dialog.getByLabel('Column 4 is').selectOption('phase');
  await dialog.getByLabel(/phase is against the signal/).check();
  await dialog.getByRole('button', { name: 'Save the measurement' }).click();
  await expect(page.getByText(/Phase is against the source\./)).toBeVisible();
  await expect(page.locator('.output-selected')).toContainText(/high\s*2\.[34]k–/);
});

test('a capture that was a mistake is withdrawn, kept in the record, and brought back', async ({ page }) => {
  const job = await demoJob(page.request);
  const pair = pairOf(job, 'left', 'front', 'tweeter');
  await page.goto(`/jobs/${job.id}/listen/${pair.id}`);
  await page.getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.locator('.captures')).toContainText('withdrawn');
  await expect(page.locator('.output-selected')).toContainText('not measured');
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.output-selected')).toContainText('3.4k–');
});

test('a measurement without its load counts only when pinned, or when the job is measured that way', async ({
  page,
}) => {
  const job = await demoJob(page.request);
  const pair = pairOf(job, 'left', 'front', 'tweeter');
  const fields = { levelKind: 'flat', levelUnit: 'dB', phaseReference: 'none', volumeStep: 18, load: 'none' };
  const sent = await page.request.post(`/api/v1/pairs/${pair.id}/captures`, {
    multipart: {
      fields: JSON.stringify({ ...fields, note: '', columns: {} }),
      file: { name: 'open.txt', mimeType: 'text/plain', buffer: measurement(highPass(900)) },
    },
  });
  expect(sent.status()).toBe(201);
  await page.goto(`/jobs/${job.id}/listen/${pair.id}`);
  const row = page.locator('.output-selected');
  const captures = page.getByRole('region', { name: 'Captures' });
  await expect(row).toContainText('3.4k–');
  await expect(captures).toContainText('Taken under the reference conditions, step 18.');
  await captures.getByRole('link', { name: /no load/ }).click();
  await expect(page.getByText('This measurement does not count: no load.')).toBeVisible();

  const open = captures.locator('li', { hasText: 'no load' });
  await open.getByRole('button', { name: 'Pin' }).click();
  const dialog = page.getByRole('dialog', { name: 'Pin this measurement' });
  await expect(dialog.getByRole('button', { name: 'Pin', exact: true })).toBeDisabled();
  await dialog.getByLabel('Reason').fill('the factory tweeter is gone');
  await page.keyboard.press('Enter');
  await expect(captures).toContainText('Pinned: the factory tweeter is gone');
  await expect(row).not.toContainText('3.4k–');
  await captures.getByRole('button', { name: 'Unpin' }).click();
  await expect(row).toContainText('3.4k–');
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(captures).toContainText('Pinned: the factory tweeter is gone');
  await captures.getByRole('button', { name: 'Unpin' }).click();
  await expect(row).toContainText('3.4k–');

  await page.goto(`/jobs/${job.id}/intake`);
  await page.getByText(/Reference conditions: step 18, speaker connected, engine off/).click();
  await page.locator('#reference-load').selectOption('no load');
  await expect(page.getByText(/Reference conditions: step 18, no load/)).toBeVisible();
  await expect
    .poll(async () => (await seen(page.request, job.id)).intake.reference.load, { timeout: 15_000 })
    .toBe('none');
  await page.goto(`/jobs/${job.id}/listen/${pair.id}`);
  await expect(captures).toContainText('Taken under the reference conditions, step 18.');
  await expect(row).not.toContainText('3.4k–');
  await expect(page.locator('.output-row', { hasText: 'Front left woofer' })).toContainText('none counts');
});
