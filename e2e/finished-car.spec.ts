import { expect, test } from '@playwright/test';
import { complaintsOf, demoJob, seen } from './shop.ts';

test('the finished car is drawn; a device is inserted where it acts, chosen, removed, and put back by undo', async ({
  page,
}) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request, '3-coupe');
  await page.goto(`/jobs/${job.id}/plan/finished?way=bypass-new-wire`);
  await expect(page.locator('.car-sentence')).toContainText('The factory amplifier is taken out.');
  const drawing = page.getByRole('group', { name: 'From the outputs to the speakers' });
  await expect(drawing.getByRole('button', { name: /^Front woofers, left/ })).toBeVisible();
  await expect(drawing.getByRole('button', { name: /^Amplifier, bypassed/ })).toBeVisible();

  // A ground loop isolator, before the amplifier, of the library.
  await drawing
    .getByRole('button', {
      name: 'Insert a device at the factory outputs or before the amplifier for Front woofers',
    })
    .click();
  const dialog = page.getByRole('dialog', { name: 'Insert a device' });
  await dialog.getByText('Ground loop isolator').click();
  await dialog.getByLabel('Model').selectOption('Kestrel G2');
  await dialog.getByRole('button', { name: 'Insert' }).click();
  const box = drawing.getByRole('button', { name: /^Kestrel G2/ });
  await expect(box).toBeVisible();
  await expect
    .poll(async () => (await seen(page.request, job.id)).drafts[0]?.changes.inserts)
    .toHaveLength(1);

  // It is among what is bought, and says where it sits.
  await box.click();
  const part = page.getByRole('region', { name: 'The chosen part' });
  await expect(part.getByRole('heading', { name: 'Kestrel G2' })).toBeVisible();
  await expect(part).toContainText('Front left output');
  await page.reload();
  await expect(part.getByRole('heading', { name: 'Kestrel G2' })).toBeVisible();
  await part.getByRole('button', { name: 'Remove it' }).click();
  await expect(box).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(box).toBeVisible();

  // What is left to settle leads to where it is settled.
  const left = page.getByRole('region', { name: 'Before it is ready' });
  await expect(left.getByRole('link', { name: 'Go to the test' }).first()).toBeVisible();
  expect(complaints).toEqual([]);
});

test('a turn-on delay and a circuit breaker are put in where their lead and their cable are set', async ({
  page,
}) => {
  const complaints = complaintsOf(page);
  const job = await demoJob(page.request, '2-camper-van');
  await page.goto(`/jobs/${job.id}/plan/finished?way=direct`);
  const part = page.getByRole('region', { name: 'The chosen part' });
  const left = page.getByRole('region', { name: 'Before it is ready' });
  const turnOn = page.getByRole('region', { name: 'Turn-on', exact: true });
  await turnOn.getByRole('button').first().click();
  await part.getByLabel('Turned on by').selectOption('accessory feed');
  await part.getByLabel('Turn-on delay', { exact: true }).selectOption('Linger T5');
  await expect(turnOn).toContainText('Linger T5');
  await expect(turnOn).toContainText('after the delay: no thump');
  // What senses has no lead to stand in.
  await part.getByLabel('Turned on by').selectOption('signal');
  await expect(left).toContainText('The turn-on delay has no lead to stand in');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(left).not.toContainText('no lead to stand in');

  const power = page.getByRole('region', { name: 'Power', exact: true });
  await power.getByRole('button', { name: /^Main fuse/ }).click();
  await part.getByLabel('Main fuse').selectOption('50 A');
  await part.getByLabel('Circuit breaker').selectOption('Cleave 120, 120 A');
  await expect(power.getByRole('button', { name: /^Main breaker 120 A/ })).toBeVisible();
  // A rating that the plan does not count on.
  await part.getByLabel('Main breaker').selectOption('100 A');
  await expect(left).toContainText('Cleave 120 trips at 120 A; the plan counts on 100 A.');
  await part.getByLabel('Circuit breaker').selectOption('none');
  await expect(power.getByRole('button', { name: /^Main fuse/ })).toBeVisible();
  await expect
    .poll(async () => (await seen(page.request, job.id)).drafts[0]?.changes.inserts)
    .toMatchObject([{ kind: 'remote-delay', targetId: null }]);
  expect(complaints).toEqual([]);
});

test('settings are places of the drawing: how factory wires are joined, and what an output works into', async ({
  page,
}) => {
  const job = await demoJob(page.request, '2-camper-van');
  await page.goto(`/jobs/${job.id}/plan/finished?way=convert`);
  const output = page.locator('.car-node-outputs').first();
  await output.click();
  const part = page.getByRole('region', { name: 'The chosen part' });
  await part.getByRole('button', { name: 'cut', exact: false }).click();
  await expect
    .poll(async () => (await seen(page.request, job.id)).drafts[0]?.changes.setup.joining)
    .toBe('cut');
  await part.getByRole('combobox', { name: /^Load of/ }).selectOption('none');
  await expect(page.getByRole('region', { name: 'Before it is ready' })).toContainText('outputs need a load');
  // Of a kept plan nothing is set.
  await page.getByRole('button', { name: 'Keep it all the same' }).click();
  await expect(page.getByRole('button', { name: 'Change this plan' })).toBeVisible();
  await expect(page.locator('.car-insert')).toHaveCount(0);
});
