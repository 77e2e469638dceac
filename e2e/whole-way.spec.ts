import { expect, test } from '@playwright/test';
import { complaintsOf, demoJob, dropFile, highPass, lowPass, measurement, seen } from './shop.ts';

test('from nothing to a kept plan: job, outputs, imports, target, plan, reload', async ({ page }) => {
  const complaints = complaintsOf(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Start the job' }).click();
  await expect(dialog.getByText('must not be empty')).toBeVisible();
  await dialog.getByLabel('Car').fill('Norrvik Sedan');
  await dialog.getByLabel('Year').fill('2022');
  await dialog.getByLabel('What the owner wants').fill('A new front set.');
  await dialog.getByRole('button', { name: 'Start the job' }).click();

  // The factory amplifier and its outputs.
  await expect(page).toHaveURL(/\/jobs\/[0-9a-f-]{36}\/intake/);
  const id = /jobs\/([0-9a-f-]{36})/.exec(page.url())![1];
  await page.getByRole('link', { name: /^Listen/ }).click();
  await page.getByRole('button', { name: 'Add a unit' }).click();
  await page.getByRole('dialog').getByLabel('Where it sits').fill('under the seat');
  await page.getByRole('dialog').getByRole('button', { name: 'Add the unit' }).click();
  await page.getByRole('button', { name: 'Two-way front, rear, subwoofer' }).click();
  await expect(page.locator('.output-row')).toHaveCount(7);

  // One measurement by file picker: the columns are shown before anything is saved.
  await page.locator('.output-row', { hasText: 'Front left woofer' }).click();
  await page
    .getByTestId('measurement-file')
    .setInputFiles({ name: 'left-woofer.csv', mimeType: 'text/csv', buffer: measurement(lowPass(2000)) });
  const importing = page.getByRole('dialog');
  await expect(importing.getByText(/Understood as 241 rows, cut at semicolons, decimal comma/)).toBeVisible();
  await expect(importing.getByText('One row at 0 Hz left out.')).toBeVisible();
  await expect(
    importing.getByText(/Rows were not in order of frequency \(first at line \d+\): sorted/),
  ).toBeVisible();
  expect((await seen(page.request, id)).units[0].pairs.flatMap((p) => p.captures)).toHaveLength(0);
  await importing.getByLabel('Volume step of the radio').fill('21');
  await importing.getByRole('button', { name: 'Save the measurement' }).click();
  await expect(
    page.getByText(/Imported from left-woofer\.csv .* at volume step 21, speaker connected/),
  ).toBeVisible();
  await expect(page.getByText(/^Low-pass\. Alone it feeds a woofer/)).toBeVisible();
  await expect(page.locator('.recharts-line').first()).toBeVisible();

  // The others by dropping files on their rows; the conditions stay as they were.
  for (const [name, level] of [
    ['Front left tweeter', highPass(2000)],
    ['Front right woofer', lowPass(2000)],
    ['Front right tweeter', highPass(2000)],
  ] as const) {
    const row = await page.locator('.outputs li', { hasText: name }).elementHandle();
    await row!.evaluate((el) => el.setAttribute('data-drop', 'here'));
    await dropFile(page, '[data-drop]', `${name}.txt`, measurement(level));
    await row!.evaluate((el) => el.removeAttribute('data-drop'));
    await expect(importing.getByLabel('Taken from').locator('option:checked')).toHaveText(name);
    await expect(importing.getByLabel('Volume step of the radio')).toHaveValue('21');
    await importing.getByRole('button', { name: 'Save the measurement' }).click();
    await expect(importing).toBeHidden();
    await expect(page.getByText(new RegExp(`Imported from ${name}\\.txt`))).toBeVisible();
  }
  await expect(page.locator('.pane-title', { hasText: '4 of 7 measured' })).toBeVisible();

  // What the new amplifier needs.
  await page.getByRole('link', { name: /Plan/ }).click();
  await page.getByRole('link', { name: 'Say what the owner wants' }).click();
  await page.getByRole('button', { name: 'Front set' }).click();
  const target = page.getByRole('article', { name: 'Front set' });
  await target.getByLabel('needs from').fill('100 Hz');
  await target.getByLabel('to', { exact: true }).fill('16k');
  await target.getByRole('button', { name: 'Save' }).click();
  await expect(target.getByRole('button', { name: 'Save' })).toBeHidden();

  // The plan, with its prediction, its reasons, its warnings, and another way in beside it.
  await page.getByRole('link', { name: 'See the plan' }).click();
  const ways = page.locator('.compare-table tbody tr');
  await expect(ways.first()).toContainText('Sum each side');
  expect(await ways.count()).toBeGreaterThan(1);
  await page.getByRole('link', { name: 'Finished car' }).click();
  await page.getByRole('button', { name: /^Front set, left/ }).click();
  const part = page.getByRole('region', { name: 'The chosen part' });
  await expect(part.locator('.channel-taps')).toContainText('Front left woofer');
  await expect(part.locator('.channel-taps')).toContainText('Front left tweeter');
  await expect(part.getByText('phase assumed')).toBeVisible();
  await expect(page.getByText(/needs 100 Hz to 16 kHz, predicted within ±/)).toBeVisible();
  await expect(page.getByText('span if phases are other than thought')).toBeVisible();
  await expect(page.getByText(/polarity is assumed\. If it is the other way round/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page).toHaveURL(/kept=/);

  // Reload: all is still there.
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Sum each side', level: 1 })).toBeVisible();
  await page.getByRole('link', { name: 'Compare' }).click();
  await expect(page.getByRole('region', { name: 'Kept plans' })).toContainText('holds');
  const job = await seen(page.request, id);
  expect([job.plans.length, job.targets[0].lowHz, job.targets[0].highHz]).toEqual([1, 100, 16_000]);
  await page.goto('/');
  await expect(page.locator('.job-row', { hasText: 'Norrvik Sedan' })).toContainText('4/7');
  expect(complaints).toEqual([]);
});

test('a kept plan says when it is out of date, and what stands on it cannot be deleted under it', async ({
  page,
}) => {
  const job = await demoJob(page.request, '2-camper-van');
  await page.goto(`/jobs/${job.id}/plan`);
  await expect(page.getByRole('heading', { name: 'Speaker level, direct', level: 1 })).toBeVisible();
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page.getByText('holds')).toBeVisible();
  await page.getByRole('link', { name: /^Intake/ }).click();
  const target = page.getByRole('article', { name: 'Rear pair' });
  await target.getByRole('button', { name: 'Remove Rear pair' }).click();
  await expect(page.getByText('stands on this. Remove the plan first')).toBeVisible();
  await target.getByLabel('needs from').fill('150');
  await target.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('link', { name: 'See the plan' }).click();
  await page.getByRole('button', { name: /Speaker level, direct .*out of date/ }).click();
  await expect(page.getByText(/Rear pair, left now needs 150 Hz to/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep the updated plan' }).click();
  await expect(page.getByText('Kept as revision 2.')).toBeVisible();
  const kept = page.getByRole('region', { name: 'Kept plans' });
  await expect(kept.getByRole('button', { name: /, revision 2 .*holds/ })).toBeVisible();
  const remove = async () => {
    await kept
      .getByRole('button', { name: /Remove the plan/ })
      .first()
      .click();
    await page.getByRole('dialog').getByRole('button', { name: 'Remove the plan' }).click();
    await expect(page.getByRole('dialog')).toBeHidden();
  };
  await remove();
  await expect(kept).not.toContainText('revision 2');
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(kept).toContainText('revision 2');
  await remove();
  await remove();
  await expect(kept).toBeHidden();
});
