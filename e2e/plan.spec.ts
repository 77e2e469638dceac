import { expect, type Page, test } from '@playwright/test';
import { complaintsOf, demoJob, seen, signAll, steadyWithoutLoad, watchSource } from './shop.ts';

const verdict = (page: Page) => page.locator('.plan-head .verdict');
const row = (page: Page, name: string) => page.locator('.compare-table tbody tr', { hasText: name });

test('from a wish to a ready plan by summing, with the wish changed midway', async ({ page }) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  await steadyWithoutLoad(page.request, job);
  for (const target of job.targets) await page.request.delete(`/api/v1/targets/${target.id}`);
  await page.goto(`/jobs/${job.id}/intake`);
  await page.getByRole('button', { name: 'Four and a subwoofer' }).click();
  await expect(page.getByRole('article')).toHaveCount(3);
  await page.getByRole('link', { name: 'See the plan' }).click();

  // The rear outputs carry no bass: nothing fills the rear pair as it was wished.
  await expect(verdict(page)).toHaveText('does not fill the band');
  await expect(row(page, 'Sum each side')).toContainText('Rear pair, both sides gets too little below');
  await page.getByRole('link', { name: /^Intake/ }).click();
  const rear = page.getByRole('article', { name: 'Rear pair' });
  await rear.getByLabel('needs from').fill('200');
  await rear.getByRole('button', { name: 'Save' }).click();
  await expect(rear.getByRole('button', { name: 'Save' })).toBeHidden();
  await page.getByRole('link', { name: 'See the plan' }).click();

  await expect(page.locator('.compare-table tbody tr').first()).toContainText('Sum each side');
  await expect(verdict(page)).toContainText('workable');
  await expect(row(page, 'Bypass, on the factory speaker wires')).toContainText('is fixed');
  await expect(page.getByText(/Speaker level, direct/)).toBeVisible();

  // By hand at the desk: turning the tweeter breaks the sum; one step back mends it.
  await page.getByRole('link', { name: 'Summing desk' }).click();
  await expect(page.getByText('As solved, in a summing converter.')).toBeVisible();
  await page.getByRole('button', { name: 'Flip Front left tweeter' }).click();
  await expect(page.getByText('Set by hand, in a summing converter.')).toBeVisible();
  await page.getByRole('link', { name: 'Finished car' }).click();
  await expect(page.getByText(/front left tweeter works against the others/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/works against the others/)).toBeHidden();

  // A rule broken by a setting shouts at once, and is mended where it is set.
  await page.getByRole('button', { name: /^Main fuse/ }).click();
  await page.getByLabel('From the battery, mm').fill('1500');
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText(/The fuse sits 1500 mm from the battery/)).toBeVisible();
  await expect(verdict(page)).toHaveText('1 rule broken');
  // The remark leads to the place where it is set.
  await page.getByRole('link', { name: 'Change it' }).first().click();
  await page.getByLabel('From the battery, mm').fill('400');
  await expect(page.getByText(/The fuse sits/)).toBeHidden();

  await watchSource(page);
  await signAll(page);
  await expect(verdict(page)).toHaveText('ready');
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page).toHaveURL(/kept=/);
  await expect(page.getByRole('heading', { name: 'Sum each side, changed by hand', level: 1 })).toBeVisible();

  // A reading that is taken back afterwards: the plan says what it changes.
  const now = await seen(page.request, job.id);
  const woofer = now.units[0].pairs.find((p) => p.side === 'left' && p.way === 'woofer')!;
  for (const c of woofer.captures) await page.request.post(`/api/v1/captures/${c.id}/withdraw`);
  await page.reload();
  await expect(page.locator('.stale-plan')).toContainText('Front left woofer: its band is assumed');
  await expect(verdict(page)).toHaveText(/out of date|no longer holds/);
  await page.getByRole('button', { name: 'Change this plan' }).click();
  await expect(page.getByRole('button', { name: 'Keep as next revision' })).toBeVisible();
  expect(complaints).toEqual([]);
});

test('from a wish to a ready plan by bypass; the fixed feed that is found later contradicts it', async ({
  page,
}) => {
  const job = await demoJob(page.request, '3-coupe');
  await page.goto(`/jobs/${job.id}/plan`);
  // An active front with a processor was asked for; the customer finds that the amplifier’s own filters will do.
  await expect(page.locator('.compare-table tbody tr').first()).toContainText('Bypass, through a processor');
  await expect(row(page, 'Bypass, on the factory speaker wires')).toBeVisible();
  await row(page, 'Bypass, on the factory speaker wires').getByRole('button').click();
  await expect(page.getByText(/follows the volume and is not filtered yet/).first()).toBeVisible();

  // What it comes to: new speakers on new channels over the factory's wires, and an amplifier that has fallen silent.
  await page.getByRole('link', { name: 'Finished car' }).click();
  const tweeter = page.getByRole('row', { name: /Front tweeters, right/ });
  await expect(tweeter).toContainText('Anvil 4.60, channel 4');
  await expect(tweeter).toContainText('factory');
  await expect(page.getByRole('row', { name: /^Front left woofer silent/ })).toContainText('channel 1');

  // Midway the owner wants the rear kept as it is, and nothing cut.
  await page.getByRole('link', { name: /^Intake/ }).click();
  await page.getByRole('button', { name: 'no wire cut' }).click();
  await expect(page.getByRole('button', { name: 'no wire cut' })).toHaveAttribute('aria-pressed', 'true');
  await expect.poll(async () => (await seen(page.request, job.id)).brief.keep).toContain('no-cut-wires');
  await page.getByRole('link', { name: 'See the plan' }).click();
  await expect(page.locator('.compare-table tbody tr').first()).toContainText('none');
  await row(page, 'Bypass, on the factory speaker wires').getByRole('button').click();
  await page.getByRole('link', { name: 'Finished car' }).click();
  await page.locator('.car-node-outputs').first().click();
  await page.getByRole('button', { name: 'cut, connectors' }).click();
  await expect(page.getByText(/factory wires would be cut; the owner wants none cut/)).toBeVisible();
  await page.getByRole('button', { name: 'harness pair' }).click();
  await expect(page.getByText(/the owner wants none cut/)).toBeHidden();

  await watchSource(page);
  await signAll(page);
  await expect(verdict(page)).toHaveText('ready');
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page).toHaveURL(/kept=/);

  // The radio measured again: the same level at every step.
  const radio = job.units[0].pairs[0];
  for (const c of radio.captures) await page.request.post(`/api/v1/captures/${c.id}/withdraw`);
  const flat = Array.from({ length: 200 }, (_, i) => `${(20 * 1000 ** (i / 199)).toFixed(4)}\t-14.0`).join(
    '\n',
  );
  for (const [n, volumeStep] of [8, 26].entries()) {
    const fields = {
      levelKind: 'flat',
      levelUnit: 'dB',
      phaseReference: 'none',
      volumeStep,
      load: 'speaker',
      note: '',
      columns: {},
    };
    const sent = await page.request.post(`/api/v1/pairs/${radio.id}/captures`, {
      multipart: {
        fields: JSON.stringify(fields),
        file: { name: `again-${n}.txt`, mimeType: 'text/plain', buffer: Buffer.from(`${flat}\n`) },
      },
    });
    expect(sent.ok()).toBe(true);
  }
  await page.reload();
  await expect(page.locator('.stale-plan')).toContainText('Contradicted.');
  await expect(page.locator('.stale-plan')).toContainText('is fixed');
});

test('what if: no analyser, another amplifier; the address keeps the question', async ({ page }) => {
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/plan`);
  await page.getByRole('button', { name: 'there were no analyser' }).click();
  await expect(page).toHaveURL(/if=no-analyser/);
  await page.getByRole('link', { name: 'Finished car' }).click();
  await expect(page.getByText(/its band is assumed/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Compare' }).click();
  await page.getByLabel('Another amplifier').selectOption({ label: 'Tongs 2.30 line drives everything' });
  await expect(page.locator('.compare-table tbody tr').first()).toContainText('broken');
  await page.reload();
  await expect(page.getByLabel('Another amplifier')).not.toHaveValue('');
  await page.getByRole('button', { name: 'back to the job as it is' }).click();
  await expect(verdict(page)).toContainText('workable');
});

test('wishes that contradict each other are both named; without outputs each way says what it lacks', async ({
  page,
}) => {
  const made = await page.request.post('/api/v1/jobs', {
    data: { car: 'Orlek Panel Van', year: 2020, system: '', place: '', wish: '' },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}/plan`);
  await page.getByRole('link', { name: 'Say what the owner wants' }).click();
  await page.getByRole('button', { name: 'Add a subwoofer' }).click();
  await expect(page.getByRole('article', { name: 'Subwoofer' })).toBeVisible();
  await page.getByRole('button', { name: 'Six with centre' }).click();
  await expect(page.getByText('Six channels with centre')).toContainText(
    'against no centre among the targets',
  );
  await page.getByRole('link', { name: 'See the plan' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing to plan with yet' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Cannot be used on this car' })).toContainText(
    'No output that drives a speaker is listed',
  );
});
