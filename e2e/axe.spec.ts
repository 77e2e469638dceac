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
  return {
    jobId: job.id,
    pairId: woofer.id,
    connectorId: connectors[1].id,
    captureIds: woofer.captures.map((c) => c.id),
  };
}

test.describe.configure({ mode: 'parallel' });

for (const theme of ['bay', 'desk']) {
  test(`every view can be read and used by everybody, wide and narrow, ${theme} theme`, async ({ page }) => {
    test.setTimeout(300_000);
    await page.addInitScript((t) => localStorage.setItem('ulpen-theme', t), theme);
    const subject = await subjectOf(page);
    const faults: string[] = [];
    for (const { path, marker } of VIEWS) {
      await page.setViewportSize(SIZES[0]);
      await page.goto(path(subject));
      await page.locator(marker).first().waitFor();
      for (const size of SIZES) {
        await page.setViewportSize(size);
        const { violations } = await new AxeBuilder({ page }).withTags(RULES).analyze();
        for (const v of violations)
          faults.push(
            `${path(subject).replace(subject.jobId, '')} at ${size.width}: ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`,
          );
      }
    }
    expect(faults).toEqual([]);
  });
}
