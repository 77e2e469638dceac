import { expect, test } from '@playwright/test';
import { harnessInputOf, type HarnessView, mapHarness, type Pair, type PairView } from '@ulpen/core';
import { demoJob } from './shop.ts';

const withoutView = ({ id: _, unitId: __, captures: ___, ends, ...fields }: PairView) => ({
  ...fields,
  ends: ends.map(({ sign, cavityId }) => ({ sign, cavityId })),
});

test('an output that is not as Find has it is said wherever it is shown, and takes the map’s word', async ({
  page,
}) => {
  const job = await demoJob(page.request);
  const view = (await (await page.request.get(`/api/v1/jobs/${job.id}/harness`)).json()) as HarnessView;
  const { map } = mapHarness(harnessInputOf(view, job.intake.tools));
  const pairs = job.units.flatMap((u) => u.pairs);
  const found = map.pairs.find(
    (p) => p.kind === 'output' && p.state === 'settled' && p.channel?.state === 'settled',
  )!;
  const output = pairs.find((p) => p.ends.some((e) => e.cavityId === found.plusCavityId))!;
  const other = output.side === 'left' ? 'right' : 'left';
  // As somebody noted it wrongly: the other side.
  const twin = pairs.find((p) => p.side === other && p.axle === output.axle && p.way === output.way)!;
  const put = async (pair: PairView, part: Partial<Pair>) =>
    expect(
      (
        await page.request.put(`/api/v1/pairs/${pair.id}`, { data: { ...withoutView(pair), ...part } })
      ).status(),
    ).toBe(200);
  await put(twin, { suffix: 'twin' });
  await put(output, { side: other });

  await page.goto(`/jobs/${job.id}/listen/${output.id}`);
  const said = page.locator('.map-difference');
  await expect(said).toContainText(`is not as Find has it. It was found to be ${output.axle} ${output.side}`);
  await expect(page.locator('.output-selected')).toContainText('not as in Find');
  await page.goto(`/jobs/${job.id}/listen/system`);
  await expect(page.getByText('not as in Find')).toHaveCount(1);
  await page.goto(`/jobs/${job.id}/listen/${output.id}/sheet`);
  await expect(said).toBeVisible();
  await page.goto(`/jobs/${job.id}/listen/${output.id}`);
  await page.getByRole('button', { name: 'Take it from the map' }).click();
  await expect(said).toHaveCount(0);
  const now = (await (await page.request.get(`/api/v1/jobs/${job.id}`)).json()) as typeof job;
  expect(now.units.flatMap((u) => u.pairs).find((p) => p.id === output.id)!.side).toBe(output.side);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(said).toBeVisible();
});

test('a plug’s new name is everywhere, and history tells who did what, with the way back', async ({
  page,
}) => {
  const job = await demoJob(page.request);
  const output = job.units[0].pairs.find((p) => p.side === 'centre')!;
  await page.goto(`/jobs/${job.id}/listen/${output.id}`);
  await expect(page.locator('.output-selected')).toContainText('C3 · 1/2');
  const { connectorId } = output.ends[0];
  await page.goto(`/jobs/${job.id}/find/${connectorId}`);
  await page.getByRole('button', { name: 'More for this plug' }).click();
  await page
    .getByRole('button', { name: /Change the plug|Change C3|Change/ })
    .first()
    .click();
  await page.getByRole('dialog').getByLabel('Name').fill('Grey');
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.goto(`/jobs/${job.id}/listen/${output.id}`);
  await expect(page.locator('.output-selected')).toContainText('Grey · 1/2');

  await page.getByRole('button', { name: 'Withdraw' }).first().click();
  await expect(page.getByText('Capture withdrawn; it stays in the record.')).toBeVisible();
  await page.getByRole('button', { name: 'More for this job' }).click();
  await page.getByRole('button', { name: /History/ }).click();
  const history = page.getByRole('dialog');
  await expect(history.getByRole('listitem').nth(0)).toContainText(/Capture withdrawn.*the bench/s);
  await expect(history.getByRole('listitem').nth(1)).toContainText(/Plug changed.*Grey/s);
  await history.getByRole('button', { name: /Undo: Capture withdrawn/ }).click();
  await expect(history.getByRole('listitem').nth(0)).toContainText('Capture brought back');
  await expect(history.getByRole('button', { name: /Undo: Capture withdrawn/ })).toHaveCount(0);
});
