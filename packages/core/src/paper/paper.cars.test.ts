import { describe, expect, it } from 'vitest';
import { benchOfPlan, WIRED_PLANS, wiredPlan, type WiredPlan } from '../../test/wired-plans.ts';
import { netlistDocument, netlistDocumentSchema } from '../wiring/netlist-document.ts';
import { labelsOf } from '../wiring/job/cable-lists.ts';
import { placesOf } from '../wiring/job/places.ts';
import { terminalName } from '../wiring/words.ts';
import { wiringBook } from './book/book.ts';
import { partsCsv } from './book/parts.ts';
import type { BookSheet, Page, Paper } from './marks.ts';
import { svgOf } from './svg.ts';
import { textWidth } from './type.ts';

const PLAN = { name: 'A plan', revision: 2, agreedAt: null };
const bookOf = (plan: WiredPlan, paper: Paper = 'a4', agreedAt: string | null = null): BookSheet[] => {
  const { wiring, bench } = benchOfPlan(plan, { body: 'estate' });
  const remarks = [...bench.remarks, ...bench.routeRemarks];
  return wiringBook({
    ...{ job: plan.job, plan: { ...PLAN, agreedAt }, wiring, bench, remarks, paper },
    day: '2 December 2026',
  });
};
const texts = (pages: readonly Page[]) =>
  pages.flatMap((p) => p.marks.flatMap((m) => (m.draw === 'text' ? [m] : [])));
const extent = (m: ReturnType<typeof texts>[number]) => {
  const width = textWidth(m.text, m.face, m.size);
  const left = m.align === 'left' ? m.x : m.align === 'right' ? m.x - width : m.x - width / 2;
  return { left, right: left + width, top: m.y - 0.75 * m.size, bottom: m.y + 0.2 * m.size };
};
const sheetOf = (sheets: readonly BookSheet[], id: string) => sheets.find((s) => s.id === id)!;
const said = (sheet: BookSheet) => texts(sheet.pages).map((t) => t.text);

describe('the wiring book of every plan of the demo cars', () => {
  it.each(
    WIRED_PLANS.flatMap((p) => (['a4', 'letter'] as const).map((paper) => [p.name, paper, p] as const)),
  )('%s on %s: no text leaves the page or lies over another', (_, paper, plan) => {
    for (const page of bookOf(plan, paper).flatMap((s) => s.pages)) {
      const all = texts([page]).map((m) => ({ text: m.text, ...extent(m) }));
      for (const t of all) {
        expect(t.left, t.text).toBeGreaterThanOrEqual(36);
        expect(t.right, t.text).toBeLessThanOrEqual(page.width - 36);
        expect(t.bottom, t.text).toBeLessThanOrEqual(page.height - 15);
      }
      const over = all.flatMap((a, i) =>
        all
          .slice(i + 1)
          .filter(
            (b) =>
              a.left < b.right - 0.1 &&
              b.left < a.right - 0.1 &&
              a.top < b.bottom - 0.1 &&
              b.top < a.bottom - 0.1,
          )
          .map((b) => [a.text, b.text]),
      );
      expect(over).toEqual([]);
    }
  });

  it.each(WIRED_PLANS.map((p) => [p.name, p] as const))(
    '%s: every joint is at one place, once',
    (_, plan) => {
      const { wiring, bench } = benchOfPlan(plan);
      const at = placesOf(bench, wiring).flatMap((p) => p.joints.map((j) => j.id));
      expect([...at].sort()).toEqual(bench.joints.map((j) => j.id).sort());
      // A box for each, to be ticked by hand.
      const boxes = bookOf(plan)
        .filter((s) => s.id.startsWith('place:'))
        .flatMap((s) => s.pages.flatMap((p) => p.marks))
        .filter((m) => m.draw === 'area' && m.stroke === 'ink' && m.points[1][0] - m.points[0][0] === 9);
      const looks = placesOf(bench, wiring).reduce((sum, p) => sum + p.after.length, 0);
      expect(boxes).toHaveLength(bench.joints.length + looks);
    },
  );

  it.each(WIRED_PLANS.map((p) => [p.name, p] as const))(
    '%s: both ends of every run have a label',
    (_, plan) => {
      const { bench } = benchOfPlan(plan);
      const marks = texts(sheetOf(bookOf(plan), 'labels').pages)
        .filter((t) => t.face === 'mono')
        .map((t) => t.text);
      expect(marks).toHaveLength(2 * (bench.cables.length + bench.wires.length));
      // Nothing of what they say is cut off.
      const words = said(sheetOf(bookOf(plan), 'labels')).join(' ');
      for (const { text } of labelsOf(bench)) expect(words).toContain(text);
      for (const mark of new Set(marks)) expect(marks.filter((m) => m === mark)).toHaveLength(2);
    },
  );

  it.each(WIRED_PLANS.map((p) => [p.name, p] as const))(
    '%s: the netlist is what its schema says',
    (_, plan) => {
      const { wiring, bench } = benchOfPlan(plan, { body: 'saloon' });
      const document = netlistDocument(plan.job.car, PLAN, wiring, bench);
      expect(netlistDocumentSchema.parse(JSON.parse(JSON.stringify(document)))).toEqual(document);
      expect(document.conductors.map((c) => c.id)).toEqual(plan.netlist.conductors.map((c) => c.id));
    },
  );
});

describe('a book', () => {
  const plan = wiredPlan('people-carrier, sum');
  it('counts its pages through, and its first page names them', () => {
    const sheets = bookOf(plan);
    const pages = sheets.flatMap((s) => s.pages);
    pages.forEach((page, n) =>
      expect(texts([page]).some((t) => t.text.endsWith(`page ${n + 1} of ${pages.length}`))).toBe(true),
    );
    const first = sheets[0].pages.length + 1;
    const cover = said(sheets[0]);
    expect(cover[cover.indexOf(sheets[1].title, cover.indexOf('Sheets')) + 1]).toBe(String(first));
  });
  it('calls a wire that runs alone the same on its labels, at both places and on the cut list', () => {
    const sheets = bookOf(plan);
    const { bench } = benchOfPlan(plan);
    const single = (sheet: BookSheet) => said(sheet).filter((t) => /^S\d+$/.test(t));
    const places = sheets.filter((s) => s.id.startsWith('place:')).flatMap(single);
    bench.wires.forEach((_, n) => {
      expect(places.filter((t) => t === `S${n + 1}`).length, `S${n + 1}`).toBeGreaterThanOrEqual(2);
      for (const [id, times] of [
        ['labels', 2],
        ['cut', 1],
      ] as const)
        expect(single(sheetOf(sheets, id)).filter((t) => t === `S${n + 1}`)).toHaveLength(times);
    });
  });
  it('says on every page that it is a draft, until a plan is agreed', () => {
    const draft = (agreedAt: string | null) =>
      bookOf(plan, 'a4', agreedAt)
        .flatMap((s) => s.pages)
        .map((p) => texts([p]).some((t) => t.text.startsWith('DRAFT')));
    expect(draft(null).every(Boolean)).toBe(true);
    expect(draft('2026-12-01T10:00:00.000Z').some(Boolean)).toBe(false);
  });
  it('names wires by letters, and both ends of each', () => {
    const amplifier = bookOf(plan).find((s) => s.title === 'Merlin S8')!;
    const words = said(amplifier);
    expect(words).toContain('GY/BK');
    expect(words).toContain('Speaker in 1+');
    expect(words.join(' ')).toContain('C2·3, unit side');
  });
  it('has measured lengths as they are, and marks what is estimated', () => {
    const { wiring, bench } = benchOfPlan(plan, { body: 'estate' });
    const [{ id }] = bench.cables;
    const lengths = { [id]: { lengthM: 3.4, measured: true } };
    const measured = benchOfPlan(plan, { body: 'estate', lengths });
    const cut = (of: typeof measured) =>
      said(
        sheetOf(
          wiringBook({ ...{ job: plan.job, plan: PLAN, remarks: [], paper: 'a4', day: '-' }, ...of }),
          'cut',
        ),
      );
    expect(cut(measured)).toContain('3.4 m');
    expect(
      cut({ wiring, bench })
        .filter((t) => t.endsWith(' m'))
        .every((t) => t.startsWith('≈')),
    ).toBe(true);
  });
  it('keeps its shape whatever a car is called', () => {
    const car = `A <very> "long" & awkward name ${'of a car that nobody ever built '.repeat(4)}Ωß漢字`;
    const { wiring, bench } = benchOfPlan(plan);
    const [cover] = wiringBook({
      ...{ job: { ...plan.job, car }, plan: PLAN, wiring, bench, remarks: [], paper: 'a4', day: '-' },
    });
    const svg = svgOf(cover.pages[0]);
    expect(svg).toContain('A &lt;very&gt; &quot;long&quot; &amp; awkward');
    expect(svg.match(/<text/g)).toHaveLength(texts(cover.pages.slice(0, 1)).length);
    for (const t of texts(cover.pages)) expect(extent(t).right, t.text).toBeLessThanOrEqual(595 - 36);
  });
});

describe('the parts list', () => {
  it('has every device, every fuse, and the consumables of what is not made yet', () => {
    const plan = wiredPlan('people-carrier, sum');
    const { wiring, bench } = benchOfPlan(plan);
    const csv = partsCsv({ wiring, bench });
    for (const d of plan.input.car.devices) expect(csv).toContain(d.name!);
    expect(csv).toContain('Main fuse with holder');
    expect(csv.match(/^"?fuse"?,/gm)!.length).toBe(
      2 +
        bench.wires.filter(
          (w) =>
            terminalName(w.conductor.from, plan.names).startsWith('Fuse of') &&
            w.conductor.to.of === 'device',
        ).length,
    );
    const all = benchOfPlan(plan, { done: bench.joints.map((j) => j.id) });
    expect(partsCsv(all)).not.toContain('consumable');
  });
});
