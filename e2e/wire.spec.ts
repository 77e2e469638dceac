import { execFile } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { promisify } from 'node:util';
import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { complaintsOf, demoJob, seen } from './shop.ts';

/** At a desk and on a phone. */
async function accessible(page: Page) {
  for (const size of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size);
    const { violations } = await new AxeBuilder({ page })
      .withTags(['wcag2a', 'wcag2aa', 'wcag22aa'])
      .analyze();
    expect(violations.map((v) => [v.id, v.nodes.map((n) => n.target.join(' '))])).toEqual([]);
  }
}

/** A demo job with a plan that is kept. */
async function keptJob(page: Page) {
  const job = await demoJob(page.request);
  await page.goto(`/jobs/${job.id}/plan?way=sum`);
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page.getByRole('button', { name: 'Change this plan' })).toBeVisible();
  return job;
}

test.use({ contextOptions: { reducedMotion: 'reduce' } });

test('a kept plan is wired: every conductor with both ends, and what an exchanged pair would sound like', async ({
  page,
}) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request);
  const stages = page.getByRole('navigation', { name: 'Stages of the job' });
  await page.goto(`/jobs/${job.id}/wire`);
  await expect(page.getByRole('heading', { name: 'Nothing to wire yet' })).toBeVisible();
  await page.goto(`/jobs/${job.id}/plan?way=sum`);
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page.getByRole('button', { name: 'Change this plan' })).toBeVisible();

  await stages.getByRole('link', { name: 'Wire' }).click();
  await expect(page.getByText('Draft: no plan is agreed yet.')).toBeVisible();
  const from = page.getByRole('region', { name: 'From the factory system' });
  await expect(from.getByRole('row', { name: /C2·3, unit side.*Merlin S8: Speaker in 1\+/ })).toBeVisible();
  // The plan turns the right tweeter over: its row says so.
  await expect(
    from.getByRole('row', { name: /C2·17, unit side.*Speaker in 6−.*swapped on purpose/ }),
  ).toBeVisible();
  const verdict = page.getByRole('region', { name: 'Play it' }).getByRole('status');
  await expect(verdict).toContainText('Every speaker plays what was planned');

  // Two cinch plugs in each other's sockets.
  const line = (n: number) =>
    page.getByRole('checkbox', { name: `Merlin S8: Line out ${n}, pin to Anvil 4.60: Line in ${n}, pin` });
  await line(1).check();
  await line(2).check();
  await page.getByRole('button', { name: 'Exchange the far ends' }).click();
  await expect(verdict).toContainText(
    'Front set, left does not play front left woofer, front left mid and front left tweeter.',
  );
  await expect(verdict).toContainText(
    'Front set, right plays front left woofer, front left mid and front left tweeter and should not.',
  );
  await page.getByRole('button', { name: 'As planned' }).click();
  await expect(verdict).toContainText('Every speaker plays what was planned');

  await page.getByRole('checkbox', { name: 'Battery + to Main fuse, battery end' }).check();
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(verdict).toContainText('Anvil 1.400 does not wake');
  const checks = page.getByRole('region', { name: 'Checks' });
  await expect(checks.getByRole('listitem').first()).toContainText('is not joined to plus');
  await page.getByRole('button', { name: 'As planned' }).click();

  await expect(checks).toContainText('no rule is broken');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  const csv = await readFile(await (await download).path(), 'utf8');
  expect(csv).toContain('Anvil 4.60: Speaker 1+');
  expect(csv.trim().split('\n').length).toBeGreaterThan(70);

  await accessible(page);
  expect(complaints).toEqual([]);
});

test('joints are chosen and ticked, cables get their lengths, and all of it is there again after a reload', async ({
  page,
}) => {
  test.slow();
  const complaints = complaintsOf(page);
  const job = await keptJob(page);
  await page.goto(`/jobs/${job.id}/wire`);
  const views = page.getByRole('navigation', { name: 'Views of the wiring' });
  await views.getByRole('link', { name: 'Joints' }).click();

  const joints = page.getByRole('region', { name: 'Joints', exact: true });
  const made = joints.getByRole('status');
  await expect(made).toHaveText(/^0 of \d+ made$/);
  const plug = page.getByRole('region', { name: /^Plug C2/ });
  const row = plug.getByRole('row', { name: /C2·3, unit side/ });
  await row.getByRole('checkbox').check();
  await expect(made).toHaveText(/^1 of \d+ made$/);
  // One joint by itself, then all of the others: the made one stays as it was made.
  const way = page.getByRole('region', { name: 'This job’s way' });
  await way.getByLabel('Factory wire, intercepted').selectOption('Connector on both sides');
  await expect(row.getByRole('combobox')).toHaveValue('harness-pair');
  await expect(plug.getByRole('row', { name: /C2·4, unit side/ }).getByRole('combobox')).toHaveValue(
    'connector',
  );
  await way.getByLabel('Factory wire, tapped').selectOption('Displacement tap');
  const checks = page.getByRole('region', { name: 'Checks' });
  await expect(checks).toContainText('Turn-on source is tapped with a displacement connector');
  const turnOn = page.getByRole('region', { name: 'Turn-on' });
  await turnOn.getByRole('combobox').first().selectOption('Soldered tap');
  await expect(checks).toContainText('No joint is used where it should not be');
  await accessible(page);

  await page.setViewportSize({ width: 1280, height: 800 });
  await views.getByRole('link', { name: 'Cables' }).click();
  const cut = page.getByRole('region', { name: 'Cut list' });
  await expect(cut.getByRole('status')).toContainText('no length yet');
  const length = page.getByLabel('Length of W1, m');
  const total = cut.getByRole('row').nth(1);
  const byWay = (await total.textContent())!;
  await length.fill('16');
  await expect(page.getByText('More than 0, up to 15 m.').first()).toBeVisible();
  await length.fill('4,5');
  await page.getByLabel('Length of W1 is measured').check();
  await expect(total).not.toHaveText(byWay);
  await accessible(page);

  await expect
    .poll(async () => Object.values((await seen(page.request, job.id)).wiring.lengths))
    .toEqual([{ lengthM: 4.5, measured: true }]);
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.reload();
  await expect(length).toHaveValue('4.5');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  const csv = await readFile(await (await download).path(), 'utf8');
  expect(csv).toMatch(/^cable,kind,size,colour,from,to,length m,measured/);
  expect(csv).toMatch(/W1,.*,4\.5,yes/);
  await views.getByRole('link', { name: 'Joints' }).click();
  await expect(made).toHaveText(/^1 of \d+ made$/);
  expect(complaints).toEqual([]);
});

test('cable is laid through the car: a box is moved by hand, a door takes no wire, and lengths follow', async ({
  page,
}) => {
  test.slow();
  const complaints = complaintsOf(page);
  const job = await keptJob(page);
  await page.goto(`/jobs/${job.id}/wire/loom`);
  await expect(page.getByRole('heading', { name: 'What body style is the car?' })).toBeVisible();
  await page.getByRole('button', { name: 'Estate, people carrier' }).click();
  const runs = page.getByRole('region', { name: 'The car from above' }).getByRole('status');
  await expect(runs).toHaveText(/^\d+ runs, about \d+ m$/);
  const before = await runs.textContent();

  // A click moves nothing; with the mouse the amplifier alone goes under a seat, and the address keeps the place.
  const picture = page.getByRole('group', { name: /from above$/ });
  const boot = picture.getByRole('button', { name: /^Boot\/load area: / });
  const inBoot = await boot.getAttribute('aria-label');
  const box = (await picture.boundingBox())!;
  const card = (await boot.boundingBox())!;
  await page.mouse.click(card.x + 20, card.y + 14);
  await expect(page).toHaveURL(/at=boot/);
  await expect(boot).toHaveAccessibleName(inBoot!);
  const name = boot.getByText('Anvil 4.60');
  const grabbed = (await name.boundingBox())!;
  await page.mouse.move(grabbed.x + 6, grabbed.y + 6);
  await page.mouse.down();
  await page.mouse.move(box.x + 0.53 * box.width, box.y + 0.34 * box.height, { steps: 5 });
  await page.mouse.up();
  await expect(page).toHaveURL(/at=front-seat-right/);
  await expect(
    picture.getByRole('button', { name: 'Under the front right seat: Anvil 4.60', exact: true }),
  ).toBeVisible();
  await expect(runs).not.toHaveText(before!);

  // A passage is found shut: what went through it has no route, is named, and has one again when it is open.
  await page.getByRole('button', { name: 'Show all' }).click();
  const things = page.getByRole('region', { name: 'Where things are' });
  await things.getByLabel('Zone of Turn-on source').selectOption('Front left door');
  const door = picture.getByRole('button', { name: /^Left footwell to Front left door/ });
  await door.focus();
  await page.keyboard.press('Enter');
  const bundle = page.getByRole('region', { name: 'Bundle' });
  await expect(bundle).toContainText('no joint inside it');
  await accessible(page);
  await bundle.getByRole('button', { name: 'No new wire fits through here' }).click();
  await expect(door).toBeHidden();
  await expect(things).toContainText('every passage there is blocked. Keep the factory wire there');
  await things.getByRole('button', { name: 'Unblock' }).click();
  await expect(door).toBeVisible();
  await expect(things).not.toContainText('Keep the factory wire there');

  await page.setViewportSize({ width: 1280, height: 800 });
  await page
    .getByRole('navigation', { name: 'Views of the wiring' })
    .getByRole('link', { name: 'Cables' })
    .click();
  await expect(page.getByRole('region', { name: 'Cut list' }).getByRole('status')).not.toContainText(
    'no length yet',
  );
  await expect
    .poll(async () => (await seen(page.request, job.id)).wiring.zones['turn-on'])
    .toBe('front-door-left');
  await page.goto(`/jobs/${job.id}/wire/loom?at=front-door-left`);
  await expect(page.getByRole('heading', { name: 'Front left door' })).toBeVisible();
  await accessible(page);
  expect(complaints).toEqual([]);
});

test('a place is worked through in order, and the wiring book is taken along as a PDF that says the same', async ({
  page,
}) => {
  test.slow();
  const complaints = complaintsOf(page);
  const job = await keptJob(page);
  await page.goto(`/jobs/${job.id}/wire/places`);
  const list = page.getByRole('region', { name: 'All places' });
  await expect(list.getByRole('status')).toHaveText(/^0 of \d+ joints made$/);
  await list.getByRole('button', { name: /^Merlin S8/ }).click();
  const work = page.getByRole('region', { name: 'Joints in order' });
  // Ground first, supply last.
  await expect(work.getByRole('listitem').first()).toContainText('Ground');
  await expect(work.getByRole('listitem').last()).toContainText('to Fuse of Merlin S8');
  await work.getByRole('checkbox').first().check();
  await expect(list.getByRole('status')).toHaveText(/^1 of \d+ joints made$/);
  await expect.poll(async () => (await seen(page.request, job.id)).wiring.done.length).toBe(1);
  await page.getByRole('button', { name: 'Next: Anvil 4.60' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Anvil 4.60' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1, name: 'Anvil 4.60' })).toBeVisible();
  await accessible(page);

  await page.setViewportSize({ width: 1280, height: 800 });
  await page
    .getByRole('navigation', { name: 'Views of the wiring' })
    .getByRole('link', { name: 'Paper' })
    .click();
  const book = page.getByRole('region', { name: 'The wiring book' });
  await book.getByRole('button', { name: /^Supply, ground and turn-on/ }).click();
  await expect(page.getByRole('img', { name: /^Supply, ground and turn-on, page/ }).first()).toBeVisible();
  await accessible(page);
  await page.setViewportSize({ width: 1280, height: 800 });

  const text = async (button: string) => {
    const download = page.waitForEvent('download');
    await book.getByRole('button', { name: button }).click();
    const file = await (await download).path();
    return (await promisify(execFile)('pdftotext', ['-layout', file, '-'])).stdout;
  };
  const whole = await text('Wiring book as PDF');
  expect(whole).toContain('DRAFT: no plan is agreed, do not cut');
  expect(whole).toMatch(/C2·3, unit side\s+WH\s+W1/);
  expect(whole).toContain('Negative off first and on last');
  const pages = Number(/page 1 of (\d+)/.exec(whole)![1]);
  expect(whole.match(/page \d+ of \d+/g)).toHaveLength(pages);
  await book.getByRole('button', { name: 'Letter' }).click();
  await book.getByRole('button', { name: /^Labels/ }).click();
  const labels = await text('This sheet alone');
  expect(labels).toContain('at Amplifier, goes to Merlin S8');
  expect(labels).not.toContain('Joints, in this order');

  const netlist = page.waitForEvent('download');
  await book.getByRole('button', { name: /^Netlist/ }).click();
  const { format, conductors } = JSON.parse(await readFile(await (await netlist).path(), 'utf8'));
  expect(format).toBe('ulpen-netlist');
  expect(conductors.length).toBeGreaterThan(70);
  const schema = await (await page.request.get('/api/v1/schemas/netlist')).json();
  expect(Object.keys(conductors[0]).sort()).toEqual(
    Object.keys(schema.$defs.NetlistDocument.properties.conductors.items.properties).sort(),
  );
  expect(complaints).toEqual([]);
});
