import { readFile } from 'node:fs/promises';
import { type APIRequestContext, expect, type Page } from '@playwright/test';
import type { JobView } from '@ulpen/core';

export type JobSeen = JobView;

/** A demo car of its own for one test, taken in from its job file: tests do not meet in one job. */
export async function demoJob(request: APIRequestContext, file = '1-people-carrier'): Promise<JobSeen> {
  const buffer = await readFile(new URL(`../demo/jobs/${file}.ulpen.json`, import.meta.url));
  const made = await request.post('/api/v1/job-files', {
    multipart: { file: { name: 'job.json', mimeType: 'application/json', buffer } },
  });
  if (!made.ok()) throw new Error(await made.text());
  return seen(request, ((await made.json()) as { id: string }).id);
}

export async function seen(request: APIRequestContext, id: string): Promise<JobSeen> {
  return (await (await request.get(`/api/v1/jobs/${id}`)).json()) as JobSeen;
}

export function pairOf(job: JobSeen, side: string, axle: string, way: string) {
  return job.units.flatMap((u) => u.pairs).find((p) => p.side === side && p.axle === axle && p.way === way)!;
}

/** A measurement that is in no demo: semicolons, decimal commas, CRLF, a row at 0 Hz, two rows swapped. */
export function measurement(level: (hz: number) => number): Buffer {
  const rows = ['* bay 2, pink noise', 'Freq(Hz);Level(dB)', '0;-80,0'];
  for (let i = 0; i < 240; i++) {
    const hz = 20 * 1000 ** (i / 239);
    rows.push(`${hz.toFixed(3)};${(level(hz) + 0.15 * Math.sin(2.7 * i)).toFixed(2)}`.replaceAll('.', ','));
  }
  [rows[20], rows[21]] = [rows[21], rows[20]];
  return Buffer.from(rows.join('\r\n'));
}

export const highPass = (cornerHz: number) => (hz: number) => -10 * Math.log10(1 + (cornerHz / hz) ** 4);
export const lowPass = (cornerHz: number) => (hz: number) => -10 * Math.log10(1 + (hz / cornerHz) ** 8);

/** Drops files on an element as a person would from the desktop. */
export async function dropFiles(page: Page, selector: string, files: Record<string, Buffer>): Promise<void> {
  const texts = Object.entries(files).map(([name, content]) => ({ name, text: content.toString('utf8') }));
  const transfer = await page.evaluateHandle((list) => {
    const data = new DataTransfer();
    for (const { name, text } of list) data.items.add(new File([text], name, { type: 'text/plain' }));
    return data;
  }, texts);
  await page.dispatchEvent(selector, 'dragover', { dataTransfer: transfer });
  await page.dispatchEvent(selector, 'drop', { dataTransfer: transfer });
}
export const dropFile = (page: Page, selector: string, name: string, content: Buffer): Promise<void> =>
  dropFiles(page, selector, { [name]: content });

/** Everything the page complains about while a test runs. */
export function complaintsOf(page: Page): string[] {
  const list: string[] = [];
  page.on('console', (m) => {
    // A refusal by the server is also written to the console by the browser itself.
    if ((m.type() === 'error' || m.type() === 'warning') && !m.text().startsWith('Failed to load resource'))
      list.push(m.text());
  });
  page.on('pageerror', (e) => list.push(e.message));
  return list;
}

/** Ticks everything that has to hold before a lead touches the car. */
export async function passGate(page: Page): Promise<void> {
  await page.getByRole('heading', { name: 'Before a lead touches the car' }).waitFor();
  for (const box of await page.getByRole('checkbox').all()) await box.check();
  await page.getByRole('button', { name: /open the input/ }).click();
}

/** Three cold starts without a speaker on every output, and nothing came of them. */
export async function steadyWithoutLoad(request: APIRequestContext, job: JobSeen): Promise<void> {
  const data = job.units
    .flatMap((u) => u.pairs)
    .flatMap((pair) =>
      [1, 2, 3].map((start) => ({
        pairId: pair.id,
        note: '',
        body: { kind: 'cold-start', start, load: 'none', minutes: 10, result: 'steady', volts: 4 },
      })),
    );
  const made = await request.post(`/api/v1/jobs/${job.id}/checks`, { data });
  if (!made.ok()) throw new Error(await made.text());
}

/** Says where the turn-on wire is, and what was seen of it at the car. */
export async function watchSource(page: Page): Promise<void> {
  await openFinishedCar(page);
  await page.getByRole('link', { name: 'Change it' }).first().click();
  const place = page.getByLabel('Where its wire was found');
  await place.fill('fuse box, slot 12');
  await place.press('Enter');
  await page.getByLabel('When the car sleeps, the source is').selectOption('off');
  await page.getByLabel('At restart it').selectOption('holds');
  await page.getByLabel('With 100 Ω to ground it').selectOption('holds');
  await expect(page.getByText(/To be seen at the car/)).toBeHidden();
  await page.getByRole('button', { name: 'Close' }).click();
}

async function openFinishedCar(page: Page): Promise<void> {
  const finished = page.getByRole('link', { name: 'Finished car' });
  await finished.click();
  // The view before stays until this one is loaded, and has such a button too.
  await expect(finished).toHaveAttribute('aria-current', 'page');
}

/** Accepts every open assumption and records every consent that the plan asks for. */
export async function signAll(page: Page): Promise<void> {
  await openFinishedCar(page);
  await page.getByRole('button', { name: 'Accept by name …' }).click();
  const form = page.getByRole('form', { name: 'Accept the assumptions' });
  await form.getByRole('button', { name: 'All' }).click();
  await form.getByLabel('Signed by').fill('Bay 2');
  await form.getByRole('button', { name: 'Accept the assumptions' }).click();
  await expect(form).toBeHidden();
  await page.getByRole('link', { name: 'Owner and losses' }).click();
  await expect(page.getByRole('heading', { name: 'What the owner loses' })).toBeVisible();
  const record = page.getByRole('button', { name: 'Record the owner’s consent …' });
  if (await record.isVisible()) {
    await record.click();
    const consent = page.getByRole('form', { name: 'Record consent' });
    await consent.getByRole('button', { name: 'All' }).click();
    await consent.getByLabel('Signed by').fill('Front desk');
    await consent.getByRole('button', { name: 'Record consent' }).click();
    await expect(consent).toBeHidden();
  }
}
