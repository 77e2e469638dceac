import { expect, type Page, test } from '@playwright/test';
import { complaintsOf, demoJob } from './shop.ts';

/** A job with one amplifier whose plug C1 has two rows of sixteen, confirmed as audio or not. */
async function amplifier(page: Page, confirmed: 'audio' | 'no') {
  const { request } = page;
  const job = (await (
    await request.post('/api/v1/jobs', {
      data: { car: 'Orlek Panel Van', year: 2022, system: '', place: '', wish: '' },
    })
  ).json()) as { id: string };
  const unit = (await (
    await request.post(`/api/v1/jobs/${job.id}/units`, {
      data: { kind: 'amplifier', name: 'Amplifier', location: '' },
    })
  ).json()) as { id: string };
  const made = await request.post(`/api/v1/units/${unit.id}/connectors`, {
    data: {
      name: 'C1',
      rows: [
        { cavities: 16, indent: 0 },
        { cavities: 16, indent: 0 },
      ],
      view: 'wire',
      corner: 'top-left',
      along: 'rows',
      turning: false,
      latch: 'top',
      keying: 'centre',
      shell: 'BK',
      sleeve: 'none',
      confirmed,
      empty: [],
      note: '',
    },
  });
  expect(made.ok(), await made.text()).toBe(true);
  await page.goto(`/jobs/${job.id}/find`);
  await expect(page.getByRole('heading', { name: 'Amplifier, plug C1' })).toBeVisible();
  const harness = async () => (await (await request.get(`/api/v1/jobs/${job.id}/harness`)).json()) as Harness;
  const count = (n: number) => expect(page.locator(`main[data-readings="${n}"]`)).toBeVisible();
  return { job, harness, count };
}
interface Harness {
  readings: { observation: Record<string, unknown>; conditions: Record<string, unknown> }[];
  sheets: { claims: Record<string, unknown>[] }[];
  connectors: { version: number }[];
}

test('a diagram with two variant columns in words is pasted, and completed where it could not be read', async ({
  page,
}) => {
  const complaints = complaintsOf(page);
  const { harness } = await amplifier(page, 'audio');
  await page.getByRole('button', { name: 'More for this plug' }).click();
  await page.getByRole('button', { name: /^Sheets/ }).click();
  const lines = [
    ['Pin', 'Function base', 'Colour base', 'Function premium', 'Colour premium'],
    ['1', 'front left +', 'light grey', 'front left woofer +', 'LT GRY/BLK'],
    ['2', 'front left - (twisted)', 'violet/white', 'front left woofer -', 'GRN-YEL'],
    ['3', 'rear deck left +', 'lt blu/blk', 'front left dash tweeter +', 'tan'],
    ['4', 'Ground', 'BLK', 'Ground', 'GR'],
    ['5', 'thingamajig', 'red', 'B+', 'red'],
  ];
  await page.getByLabel(/^Pin table as it was copied/).fill(lines.map((l) => l.join('\t')).join('\n'));
  await expect(page.getByText('10 of 10 rows understood, variants base, premium.')).toBeVisible();
  // Nothing is dropped for one cell: both gaps stand in their rows and are put right there.
  const wire = page.getByLabel('colour of line 5, premium');
  await expect(wire).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByText('may be green or grey')).toBeVisible();
  await wire.fill('green');
  await expect(wire).toHaveAttribute('aria-invalid', 'false');
  await page.getByLabel('function of line 6, base').fill('remote turn-on');
  await page.getByRole('button', { name: 'Take in 10 rows' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('row', { name: /^premium/ })).toBeVisible();
  const [{ claims }] = (await harness()).sheets;
  expect(claims).toHaveLength(10);
  expect(claims.filter((c) => c.variant === 'premium')).toMatchObject([
    { role: 'output', channel: { side: 'left', axle: 'front', way: 'woofer' }, sign: 'plus', wire: 'GY/BK' },
    { sign: 'minus', wire: 'GN/YE' },
    { channel: { side: 'left', axle: 'front', way: 'tweeter' }, wire: 'BN' },
    { role: 'ground', wire: 'GN' },
    { role: 'battery', wire: 'RD' },
  ]);
  expect(claims.find((c) => c.variant === 'base' && c.text === 'remote turn-on')).toMatchObject({
    role: 'remote',
  });
  expect(complaints).toEqual([]);
});

test('hands stay on the keys: at most 1.3 a reading beside its figures, and nothing typed is lost', async ({
  page,
}) => {
  const complaints = complaintsOf(page);
  const { count, harness } = await amplifier(page, 'no');
  let keys = 0;
  let figures = 0;
  const press = async (key: string) => {
    if (/^[0-9.]$/.test(key)) figures++;
    else keys++;
    await page.keyboard.press(key);
  };
  const value = async (text: string) => {
    for (const key of text) await press(key);
    await press('Enter');
  };
  // The dialog gives the keyboard back: what is typed next is a reading.
  await page.getByRole('button', { name: /^It is audio/ }).click();
  await page.getByRole('button', { name: 'Confirmed: audio' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await press('v');
  let taken = 0;
  for (const set of ['off', 'ignition']) {
    if (set !== 'off') await press(',');
    for (let n = 0; n < 32; n++) {
      await value(n === 0 ? '12.6' : '0');
      taken++;
    }
    await count(taken);
    // Back to the first cavity.
    if (set === 'off') await page.locator('.cavity-number', { hasText: /^1$/ }).first().click();
  }
  const { readings } = await harness();
  expect(readings).toHaveLength(64);
  expect(readings[63].conditions).toMatchObject({ ignition: 'on', radio: 'off', plug: 'seated' });
  // Ohms across ten pairs, one above the other.
  await page.locator('.cavity-number', { hasText: /^1$/ }).first().click();
  await press('o');
  await press('Shift+ArrowDown');
  for (let n = 0; n < 10; n++) await value('3.7');
  taken += 10;
  await count(taken);
  // Colours by one key each, stripe by a second.
  await page.locator('.cavity-number', { hasText: /^1$/ }).first().click();
  await press('s');
  for (const colours of ['1', '19', '4', '46']) {
    for (const key of colours) await page.keyboard.press(key);
    keys += colours.length;
    await press('Enter');
    taken++;
  }
  await count(taken);
  expect((await harness()).readings.slice(-4).map((r) => r.observation.wire)).toEqual([
    'BN',
    'BN/WH',
    'YE',
    'YE/BU',
  ]);
  expect(figures).toBeGreaterThan(60);
  expect(keys / taken).toBeLessThanOrEqual(1.3);
  expect(complaints).toEqual([]);
});

test('what changes under a typed value is said, and 24 V is asked about once', async ({ page }) => {
  const { count, harness, job } = await amplifier(page, 'audio');
  await page.keyboard.type('v1.2');
  await page.locator('.cavity-number', { hasText: /^4$/ }).first().click();
  await expect(page.getByText(/typing this on C1·1.*saves it for C1·4/)).toBeVisible();
  await page.keyboard.press('5');
  await page.keyboard.press('Enter');
  await count(1);
  expect((await harness()).readings[0].observation).toMatchObject({ volts: 1.25 });
  await page.keyboard.type('24.6');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toContainText('is this a 24 V vehicle?');
  await page.getByRole('button', { name: 'It is a 24 V vehicle' }).click();
  await count(2);
  await expect(page.getByRole('dialog')).toBeHidden();
  // From now on it is nothing unusual.
  await page.keyboard.type('24.4');
  await page.keyboard.press('Enter');
  await count(3);
  await expect(page.getByRole('dialog')).toBeHidden();
  const { intake } = (await (await page.request.get(`/api/v1/jobs/${job.id}`)).json()) as {
    intake: { nominalVolts: string };
  };
  expect(intake.nominalVolts).toBe('24');
});

test('a unit is named by its kind until somebody names it', async ({ page }) => {
  await amplifier(page, 'no');
  await page.getByRole('button', { name: 'More for this plug' }).click();
  await page.getByRole('button', { name: 'Add a unit …' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Name')).toHaveValue('Amplifier');
  await dialog.getByLabel('Kind').selectOption({ label: 'factory radio' });
  await expect(dialog.getByLabel('Name')).toHaveValue('Radio');
  await dialog.getByLabel('Name').fill('Head unit, dash');
  await dialog.getByLabel('Kind').selectOption({ label: 'another module' });
  await expect(dialog.getByLabel('Name')).toHaveValue('Head unit, dash');
});

test('the pin map never prints what is open as if it were known', async ({ page }) => {
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/find/map`);
  await expect(page.getByRole('heading', { name: 'Pin map' })).toBeVisible();
  const rows = (await (await page.request.get(`/api/v1/jobs/${job.id}/findings`)).json()) as {
    pairState: string | null;
    pairedWith: string | null;
    channelState: string | null;
  }[];
  expect(rows.length).toBeGreaterThan(20);
  for (const r of rows) expect(r.pairedWith === null).toBe(r.pairState === null || r.pairState === 'open');
  const again = rows.filter((r) => r.pairState === 'again').length;
  const shown = await page.locator('.look-again').count();
  expect(shown >= again).toBe(true);
});
