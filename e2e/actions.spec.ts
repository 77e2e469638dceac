import { expect, type Locator, type Page, test } from '@playwright/test';
import { complaintsOf, dropFiles, highPass, lowPass, measurement, seen } from './shop.ts';

/** A person at the page: every click, every field filled in and every drop of files is one action. */
class Hands {
  actions = 0;
  constructor(private readonly page: Page) {}

  async click(target: Locator): Promise<void> {
    this.actions++;
    await target.click();
  }
  button(name: string | RegExp): Promise<void> {
    return this.click(this.page.getByRole('button', { name }).first());
  }
  link(name: string | RegExp): Promise<void> {
    return this.click(this.page.getByRole('link', { name }).first());
  }
  async fill(label: string, value: string): Promise<void> {
    this.actions++;
    await this.page.getByLabel(label, { exact: true }).fill(value);
  }
  async drop(files: Record<string, Buffer>): Promise<void> {
    this.actions++;
    await dropFiles(this.page, '.output-detail', files);
  }

  /** The car comes in: its wish, its walk-in check, the radio set to nothing, the usual figures looked at. */
  async intake(car: string, wish: string, targets: number): Promise<string> {
    await this.page.goto('/');
    await this.button('New job');
    await this.fill('Car', car);
    await this.button(wish);
    await this.button('Start the job');
    await this.button('All checked: good');
    await this.page.getByLabel('Signed by').fill('Bay 2');
    this.actions++;
    await this.button('Sign with today’s date');
    await this.button('All zeroed');
    for (let n = 0; n < targets; n++) {
      const open = this.page.getByRole('button', { name: 'Confirm them' });
      await expect(open).toHaveCount(targets - n);
      await this.click(open.first());
    }
    await expect(this.page.getByRole('button', { name: 'Confirm them' })).toHaveCount(0);
    return /jobs\/([0-9a-f-]{36})/.exec(this.page.url())![1];
  }

  /** Volts at the three usual steps, output by output. */
  async volts(outputs: readonly string[], volts: readonly string[]): Promise<void> {
    await this.link('Tests');
    await this.link(/^Level over volume/);
    for (const output of outputs)
      for (const [n, step] of ['10', '18', '26'].entries()) await this.fill(`${output} at ${step}`, volts[n]);
    await this.button(/^Keep \d+ readings/);
    await expect(this.page.getByLabel(`${outputs[0]} at 10`, { exact: true })).toHaveValue('');
  }

  async keepPlan(): Promise<void> {
    await this.link(/^Plan/);
    await this.button('Keep this plan');
    await expect(this.page.getByText('holds').first()).toBeVisible();
  }
}

const SUBWOOFER = lowPass(90);

test('a subwoofer with nothing but a meter takes at most 27 actions to a kept plan', async ({ page }) => {
  const complaints = complaintsOf(page);
  const hands = new Hands(page);
  const id = await hands.intake('Orlek Compact', 'Add a subwoofer', 1);
  await hands.link(/^Listen/);
  await hands.button('Radio: four speakers');
  await expect(page.locator('.output-row')).toHaveCount(4);
  await hands.volts(['Rear left', 'Rear right'], ['0.42', '1.6', '5,9']);
  await hands.keepPlan();
  const job = await seen(page.request, id);
  expect([job.plans.length, job.checks.length, job.targets[0].assumed]).toEqual([1, 6, false]);
  expect(hands.actions).toBeLessThanOrEqual(27);
  expect(complaints).toEqual([]);
});

test('a factory subwoofer of one coil, measured at three steps and without load, takes at most 41', async ({
  page,
}) => {
  const hands = new Hands(page);
  const id = await hands.intake('Norrvik Estate', 'Add a subwoofer', 1);
  await hands.link(/^Listen/);
  await hands.button('Amplifier: two-way front, rear, subwoofer');
  await expect(page.locator('.output-row')).toHaveCount(7);
  await hands.drop({
    'sub step 10.txt': measurement(SUBWOOFER),
    'sub step 18.txt': measurement((hz) => SUBWOOFER(hz) + 12),
    'sub step 26.txt': measurement((hz) => SUBWOOFER(hz) + 20),
    'rear left step 18.txt': measurement(() => 0),
    'rear right step 18.txt': measurement(() => 0),
  });
  await hands.button('Save 5 measurements');
  await expect(page.locator('.pane-title', { hasText: '3 of 7 measured' })).toBeVisible();
  await hands.volts(['Subwoofer'], ['0.42', '1.6', '5,9']);
  await hands.link(/^Without its load/);
  const output = page.getByLabel('Output', { exact: true });
  await output.selectOption({ label: 'Subwoofer' });
  hands.actions++;
  for (let start = 1; start <= 3; start++) {
    await hands.button('Keep it');
    await expect(page.getByRole('list', { name: 'Kept readings' }).getByRole('listitem')).toHaveCount(start);
  }
  await hands.keepPlan();
  const job = await seen(page.request, id);
  const steps = job.units[0].pairs.at(-1)!.captures.map((c) => c.volumeStep);
  expect(steps.toSorted()).toEqual([10, 18, 26]);
  expect(hands.actions).toBeLessThanOrEqual(41);
});

test('five channels from seven outputs take at most 38, and a file that fits two is left to the person', async ({
  page,
}) => {
  const hands = new Hands(page);
  const id = await hands.intake('Halden Saloon', 'Four and a subwoofer', 3);
  await hands.link(/^Listen/);
  await hands.button('Amplifier: two-way front, rear, subwoofer');
  await expect(page.locator('.output-row')).toHaveCount(7);
  await hands.drop({
    'FL low.txt': measurement(lowPass(2000)),
    'FL high.txt': measurement(highPass(2000)),
    'FR.txt': measurement(lowPass(2000)),
    'front tweeter.txt': measurement(highPass(2000)),
    'RL.txt': measurement(() => 0),
    'RR.txt': measurement(() => 0),
    'sub.txt': measurement(SUBWOOFER),
  });
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('row', { name: /front tweeter\.txt/ })).toContainText(
    'fits more than one output',
  );
  await expect(dialog.getByLabel('FR.txt: taken from').locator('option:checked')).toHaveText(
    'Front right woofer',
  );
  await dialog.getByLabel('front tweeter.txt: taken from').selectOption({ label: 'Front right tweeter' });
  hands.actions++;
  await hands.fill('Volume step of the radio', '18');
  await hands.button('Save 7 measurements');
  await expect(page.locator('.pane-title', { hasText: '7 of 7 measured' })).toBeVisible();
  await hands.volts(['Front left woofer', 'Subwoofer'], ['0.42', '1.6', '5,9']);
  await hands.keepPlan();
  const job = await seen(page.request, id);
  expect(job.units[0].pairs.flatMap((p) => p.captures.map((c) => c.volumeStep))).toEqual(Array(7).fill(18));
  expect(hands.actions).toBeLessThanOrEqual(38);
});
