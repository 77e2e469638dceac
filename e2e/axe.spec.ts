import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { demoJob, pairOf } from './shop.ts';
import { VIEWS, type ViewSubject } from './views.ts';

const RULES = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'];
const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
];

async function subjectOf(page: Page): Promise<ViewSubject> {
  const job = await demoJob(page.request);
  const woofer = pairOf(job, 'left', 'front', 'woofer');
  const harness = await (await page.request.get(`/api/v1/jobs/${job.id}/harness`)).json();
  const { connectors } = harness as { connectors: { id: string }[] };
  const data = { kind: 'meter', name: 'green meter', note: '', checkedAt: null, bad: null };
  const made = await page.request.post('/api/v1/instruments', { data });
  const { id: instrumentId } = (await made.json()) as { id: string };
  return {
    instrumentId,
    jobId: job.id,
    pairId: woofer.id,
    connectorId: connectors[1].id,
    captureIds: woofer.captures.map((c) => c.id),
  };
}

test.describe.configure({ mode: 'parallel' });
// A colour on its way from one theme to the other is neither's.
test.use({ contextOptions: { reducedMotion: 'reduce' } });

/** Only colours change with the theme; for print a page takes the desk's. */
const OF_COLOUR = ['color-contrast', 'link-in-text-block'];

// Two halves, one for each core.
for (const half of [0, 1]) {
  test(`every view can be read and used by everybody, wide and narrow, in both themes, half ${half + 1}`, async ({
    page,
  }) => {
    test.setTimeout(300_000);
    const subject = await subjectOf(page);
    const faults: string[] = [];
    const look = async (path: string, theme: string, axe: () => AxeBuilder, sizes = SIZES) => {
      for (const size of sizes) {
        await page.setViewportSize(size);
        const { violations } = await axe().analyze();
        for (const v of violations)
          faults.push(
            `${path} at ${size.width}, ${theme} theme: ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`,
          );
      }
      await page.setViewportSize(SIZES[0]);
    };
    await page.addInitScript(() => localStorage.setItem('ulpen-theme', 'bay'));
    for (const { path, marker } of VIEWS.filter((_, n) => n % 2 === half)) {
      await page.setViewportSize(SIZES[0]);
      await page.goto(path(subject));
      await page.locator(marker).first().waitFor();
      const name = path(subject).replace(subject.jobId, '');
      await look(name, 'bay', () => new AxeBuilder({ page }).withTags(RULES));
      await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
      await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'light');
      // What is there was looked at in both sizes; its other colours are the same in either.
      await look(name, 'desk', () => new AxeBuilder({ page }).withRules(OF_COLOUR), [SIZES[0]]);
    }
    expect(faults).toEqual([]);
  });
}
