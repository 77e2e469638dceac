import { expect, type Page, test } from '@playwright/test';
import { complaintsOf, demoJob } from './shop.ts';

interface HarnessSeen {
  connectors: { id: string; name: string; cavities: { id: string; number: number }[] }[];
  readings: {
    id: string;
    cavityId: string;
    otherCavityId: string | null;
    observation: Record<string, unknown>;
    withdrawnAt: string | null;
  }[];
  simulation: { plugs: { name: string; rows: number[]; empty: number[] }[] } | null;
}
const harnessOf = async (page: Page, jobId: string) =>
  (await (await page.request.get(`/api/v1/jobs/${jobId}/harness`)).json()) as HarnessSeen;

const nameOfFocused = (page: Page) =>
  page.evaluate(() => {
    const e = document.activeElement as HTMLElement | null;
    const label = e?.id ? document.querySelector(`label[for="${e.id}"]`)?.textContent : null;
    return `${e?.getAttribute('aria-label') ?? label ?? e?.textContent ?? ''}`.trim();
  });

/** Goes on with Tab, as a person without a mouse does, until the wanted thing has the focus. */
async function tabTo(page: Page, name: RegExp, key = 'Tab'): Promise<void> {
  for (let i = 0; i < 80; i++) {
    if (name.test(await nameOfFocused(page))) return;
    await page.keyboard.press(key);
  }
  throw new Error(`${name} was not reached by ${key}`);
}
async function fieldTo(page: Page, name: RegExp, text: string): Promise<void> {
  await tabTo(page, name);
  await page.keyboard.press('Control+a');
  if (text === '') await page.keyboard.press('Delete');
  else await page.keyboard.type(text);
}
/** A demo car's plug C2 in hand at cavity 3, with what was added to its readings since. */
async function atC2(page: Page) {
  const job = await demoJob(page.request);
  const before = await harnessOf(page, job.id);
  const c2 = before.connectors.find((c) => c.name === 'C2')!;
  const at = before.readings.length;
  const readings = async () => (await harnessOf(page, job.id)).readings.slice(at);
  const count = (n: number) => expect(page.locator(`main[data-readings="${at + n}"]`)).toBeVisible();
  await page.goto(`/jobs/${job.id}/find/${c2.id}?at=3`);
  await expect(page.getByRole('heading', { name: 'Amplifier, plug C2' })).toBeVisible();
  return { c2, readings, count };
}
/** Chooses from the menu of the plug. */
async function menu(page: Page, item: RegExp): Promise<void> {
  await tabTo(page, /^More for this plug$/, 'Shift+Tab');
  await page.keyboard.press('Enter');
  for (let i = 0; i < 12 && !item.test(await nameOfFocused(page)); i++)
    await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
}

test('a three-connector amplifier is mapped from nothing by keyboard alone', async ({ page }) => {
  test.setTimeout(300_000);
  const complaints = complaintsOf(page);
  const made = await page.request.post('/api/v1/practice-jobs', {
    data: { seed: 24, connectors: 3, sheet: 'wrong', reversedPairs: 1, slipRate: 0.02 },
  });
  const { id } = (await made.json()) as { id: string };

  await page.goto(`/jobs/${id}/intake`);
  await expect(page.getByRole('heading', { name: 'Zero the radio' })).toBeVisible();
  for (const tool of [/^Tone source$/, /^Polarity tester$/, /^Small test speaker$/]) {
    await tabTo(page, tool);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: tool })).toHaveAttribute('aria-pressed', 'true');
  }

  await tabTo(page, /^Find/, 'Shift+Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByText('In front of you, in the practice car')).toBeVisible();
  const { plugs } = (await harnessOf(page, id)).simulation!;
  expect(plugs).toHaveLength(3);
  for (const [n, plug] of plugs.entries()) {
    await tabTo(page, n === 0 ? /^Add a plug$/ : /^Plug$/, n === 0 ? 'Tab' : 'Shift+Tab');
    await page.keyboard.press('Enter');
    await fieldTo(page, /^Name$/, plug.name);
    await fieldTo(page, /^Cavities in each row/, plug.rows.join(' + '));
    await fieldTo(page, /^Empty cavities$/, plug.empty.join(', '));
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: `Amplifier, plug ${plug.name}` })).toBeVisible();

    // Ohms are locked until the plug is confirmed.
    await expect(page.getByText('Volts and eyes only.')).toBeVisible();
    // The keyboard is on the plug after every dialog.
    await tabTo(page, /^It is audio/, 'Shift+Tab');
    await page.keyboard.press('Enter');
    await tabTo(page, /^Confirmed: audio$/);
    await page.keyboard.press('Enter');
    await expect(page.getByText('Volts and eyes only.')).toBeHidden();
  }

  // The pin table found online is for the other option code.
  await tabTo(page, /^Plug C/);
  await menu(page, /^Sheets/);
  await tabTo(page, /^Pin table found online$/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Take in \d+ rows$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog').getByRole('row', { name: /4K7/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();

  // Jump to the most telling test, measure, and so on until nothing is left to ask.
  const next = page.getByRole('region', { name: 'Next test' });
  await tabTo(page, /^Plug C/);
  let oddSeen = false;
  for (let n = 0; n < 200; n++) {
    await expect(page.locator(`main[data-readings="${n}"]`)).toBeVisible();
    const title = await next.locator('h2').textContent();
    const place = /(C\d)·(\d+)(?:\/(\d+))?$/.exec(title ?? '');
    if (!place) break;
    oddSeen ||= await page.getByText('reads the other way round').first().isVisible();
    await page.keyboard.press('j');
    await expect(page.getByRole('tab', { name: new RegExp(`^${place[1]}`) })).toHaveAttribute(
      'aria-selected',
      'true',
    );
    await expect(page.locator('.cavity-first .cavity-number')).toHaveText(place[2]);
    await expect(page.locator('.cavity-second')).toHaveCount(place[3] ? 1 : 0);
    await page.keyboard.press('m');
  }
  await expect(next).not.toContainText('most telling');
  expect(oddSeen).toBe(true);
  await expect(page.getByText(/may be for another option code/)).toBeVisible();

  await menu(page, /^Reveal the car/);
  await tabTo(page, /^Reveal the car$/);
  await page.keyboard.press('Enter');
  const score = page.getByTestId('score');
  await expect(score).toContainText('Everything that was drawn is right.');
  const [, found, all] = /(\d+) of (\d+) wires/.exec((await score.textContent()) ?? '')!;
  expect(found).toBe(all);
  const [, right, pairs] = /(\d+) of (\d+) audio pairs/.exec((await score.textContent()) ?? '')!;
  expect([right, Number(pairs) > 6]).toEqual([pairs, true]);
  await page.keyboard.press('Escape');

  // What is found goes on: a pin map to print, a table, and outputs to listen to.
  const csv = await (await page.request.get(`/api/v1/jobs/${id}/findings.csv`)).text();
  expect(csv.split('\n')[0]).toContain('unit,connector,cavity,wire');
  await tabTo(page, /^Pin map$/, 'Shift+Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Pin map' })).toBeVisible();
  await tabTo(page, /^Outputs to Listen/);
  await page.keyboard.press('Enter');
  await expect(page.getByText(/outputs added to Listen/)).toBeVisible();
  expect(complaints).toEqual([]);
});

test('readings are typed in any notation, asked about when unlikely, withdrawn and pasted', async ({
  page,
}) => {
  const { readings, count } = await atC2(page);
  await page.keyboard.type('v470 mV');
  await page.keyboard.press('Enter');
  await count(1);
  await expect(page.locator('.cavity-first .cavity-number')).toHaveText('4');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.type('OL');
  await count(2);
  await expect(page.locator('.cavity-first .cavity-number')).toHaveText('5');
  await page.keyboard.type('o4k7');
  await page.keyboard.press('Enter');
  await count(3);
  await page.keyboard.type('tfront left door + tweeter');
  await page.keyboard.press('Enter');
  await count(4);
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  await page.keyboard.type('corroded, cleaned');
  await page.keyboard.press('Enter');
  await count(5);
  expect((await readings()).map((r) => r.observation)).toMatchObject([
    { kind: 'dc', volts: 0.47 },
    { kind: 'ohms', word: 'open' },
    { kind: 'ohms', ohms: 4700 },
    { kind: 'tone', places: [{ side: 'left', axle: 'front', way: 'woofer' }, { way: 'tweeter' }] },
    { kind: 'note', text: 'corroded, cleaned' },
  ]);

  // Nonsense is said and not kept; 400 V is asked about with the high-voltage words.
  await page.keyboard.press('Escape');
  await page.keyboard.type('v12 apples');
  await expect(page.getByText(/is not understood: type volts/)).toBeVisible();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await page.keyboard.type('400');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toContainText('High voltage?');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeHidden();
  await count(5);

  // Z withdraws and the record keeps it; the notice takes it back.
  await page.keyboard.press('Escape');
  await page.keyboard.press('z');
  await expect(page.getByText(/Withdrawn: corroded, cleaned/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await readings()).at(-1)?.withdrawnAt).toBeNull();

  await page.getByRole('button', { name: 'More for this plug' }).click();
  await page.getByText('Paste readings').click();
  await page
    .getByLabel('Readings from a spreadsheet')
    .fill('plug\tcavity\tacross\tinstrument\tvalue\nC2\t3\t4\tohms\t3,6\nC2\t99\t\tdc\t12');
  await expect(page.getByText('Line 3: plug C2 has 20 cavities, there is no 99')).toBeVisible();
  await page.getByRole('button', { name: 'Take in 1' }).click();
  await count(6);
});

test('quick keys act on the wires they led to, and a slow answer takes nobody away from new ones', async ({
  page,
}) => {
  const opened: string[] = [];
  page.on('request', (r) => opened.push(new URL(r.url()).pathname.replace(/^.*\/jobs\/[^/]+/, '')));
  const { c2, readings, count } = await atC2(page);
  // Find opens no curves.
  expect(opened).toEqual(expect.arrayContaining(['/outline', '/harness']));
  expect(opened).not.toContain('/measurements');
  const taken = async () =>
    (await readings()).map((r) => [
      ...[r.cavityId, r.otherCavityId].map((id) => c2.cavities.find((c) => c.id === id)?.number),
      r.observation['volts'] ?? r.observation['word'],
    ]);

  // Faster than any hand: no picture is drawn between one key and the next.
  await page.evaluate(async () => {
    for (const key of ['ArrowRight', 'ArrowRight', 'Shift ArrowRight', 'o', 'l']) {
      const event = { key: key.replace('Shift ', ''), shiftKey: key.startsWith('Shift'), bubbles: true };
      document.activeElement!.dispatchEvent(new KeyboardEvent('keydown', event));
      await new Promise((next) => setTimeout(next));
    }
  });
  await count(1);
  expect(await taken()).toEqual([[5, 6, 'open']]);

  // The server is slow: nobody waits, and what was typed meanwhile is stored after it, each on its own wires.
  let answer = () => {};
  const held = new Promise<void>((resolve) => (answer = resolve));
  await page.route(
    '**/readings',
    async (route) => {
      await held;
      await route.continue();
    },
    { times: 1 },
  );
  await page.keyboard.type('v200 mV');
  await page.keyboard.press('Enter');
  await count(2);
  await expect(page.locator('.cavity-first .cavity-number')).toHaveText('9');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.type('0.3');
  await page.keyboard.press('Enter');
  await count(3);
  expect(await taken()).toEqual([[5, 6, 'open']]);
  answer();
  await expect.poll(taken).toEqual([
    [5, 6, 'open'],
    [7, 8, 0.2],
    [10, undefined, 0.3],
  ]);

  // What the server refuses afterwards is taken back and said with its place, though other wires are in hand.
  await page.route(
    '**/readings',
    (route) =>
      route.fulfill({
        status: 409,
        contentType: 'application/problem+json',
        body: JSON.stringify({
          type: 'about:blank',
          title: 'Conflict',
          status: 409,
          detail: 'The plug was removed.',
        }),
      }),
    { times: 1 },
  );
  await page.keyboard.type('0.4');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^0\.4 on C2·\d+ was not saved: The plug was removed\.$/)).toBeVisible();
  await count(3);
});

test('a restraint plug takes no readings, and an unknown one volts only', async ({ page }) => {
  const job = await demoJob(page.request);
  const { connectors } = await harnessOf(page, job.id);
  await page.goto(`/jobs/${job.id}/find/${connectors[0].id}`);
  await page.getByRole('button', { name: 'More for this plug' }).click();
  await page.getByText('Change this plug').click();
  await page.getByLabel('Sleeve over the wires').selectOption('yellow');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(/never confirmed as audio/)).toBeVisible();
  await page.getByLabel('This plug is').selectOption('no');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Leave this plug alone.')).toBeVisible();
  await expect(page.getByLabel('Volts DC: value')).toBeDisabled();
});

test('by touch on a phone: tap a cavity, tap the second wire, type, save', async ({ browser, baseURL }) => {
  const context = await browser.newContext({
    baseURL,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
  });
  const page = await context.newPage();
  const job = await demoJob(page.request);
  const { connectors, readings } = await harnessOf(page, job.id);
  await page.goto(`/jobs/${job.id}/find/${connectors[1].id}`);
  await page.getByRole('button', { name: /^cavity 5,/ }).tap();
  await page.getByRole('button', { name: 'second wire' }).tap();
  await page.getByRole('button', { name: /^cavity 6,/ }).tap();
  await page.getByRole('button', { name: 'Ohms', exact: true }).tap();
  await page.getByLabel('Ohms: value').fill('3.7');
  await page.getByRole('button', { name: 'Save' }).tap();
  await expect(page.locator(`main[data-readings="${readings.length + 1}"]`)).toBeVisible();
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBe(390);
  const small = await page.evaluate(
    () =>
      [...document.querySelectorAll('.cavity, .instrument, .condition, .plug-tab')].filter((e) => {
        const box = e.getBoundingClientRect();
        return box.width > 0 && (box.height < 44 || box.width < 44);
      }).length,
  );
  expect(small).toBe(0);
  await context.close();
});
