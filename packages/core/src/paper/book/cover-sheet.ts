import { Flow } from '../flow.ts';
import type { BookSheet } from '../marks.ts';
import type { BookInput } from './book-input.ts';

/** What this book is of, what is still wrong, and in which order it is used. */
export function coverSheet(
  sheets: readonly BookSheet[],
  { job, plan, bench, remarks, paper, day }: BookInput,
): BookSheet {
  const flow = new Flow(paper);
  flow.heading(job.year === null ? job.car : `${job.car}, ${job.year}`);
  if (job.system) flow.text(job.system, 'quiet');
  flow.text(
    plan.agreedAt === null
      ? `${plan.name}, revision ${plan.revision}: a draft. Agree on a plan before anything is cut.`
      : `${plan.name}, revision ${plan.revision}: agreed. Printed on ${day}.`,
    plan.agreedAt === null ? 'wrong' : 'ink',
    'strong',
  );
  const made = bench.joints.filter((j) => j.done).length;
  flow.text(
    `${bench.joints.length} joints, ${made} made; ${bench.cables.length} cables and ${bench.wires.length} single wires.`,
  );
  const wrong = remarks.filter((r) => r.severity === 'error');
  const look = remarks.filter((r) => r.severity !== 'error');
  if (wrong.length > 0) {
    flow.heading('To put right before anything is cut');
    for (const r of wrong) flow.text(`${r.text} ${r.remedy}`, 'wrong');
  }
  if (look.length > 0) {
    flow.heading('To look at');
    for (const r of look) flow.text(`${r.text} ${r.remedy}`);
  }
  flow.heading('Order of the work');
  flow.list(
    [
      'Measure along the routes with a string; write lengths that differ on the cut list.',
      'Lay out parts and tools; pull-test one sample crimp for each tool setting.',
      'At the bench: make up plugs and cables, mark both ends, test each against its sheet.',
      'In the car, fuses out and battery negative off: supply on one side, signal on the other.',
      'Ground, then signal, then turn-on, then supply at each box; tick each joint.',
      'Test before any panel goes back.',
    ].map((text, n) => ({ text, before: `${n + 1}` })),
  );
  flow.heading('Sheets');
  let page = 2;
  flow.table(
    [
      { title: 'Sheet', share: 1 },
      { title: 'Page', pt: 50, align: 'right' },
    ],
    sheets.map((s) => {
      const first = page;
      page += s.pages.length;
      return [{ text: s.title }, { text: String(first), face: 'mono' }];
    }),
  );
  flow.heading('How it is drawn');
  flow.text(
    'Wires are named by the letters of IEC 60757: BK black, BN brown, RD red, OG orange, YE yellow, GN green, BU blue, VT violet, GY grey, WH white, PK pink, TQ turquoise; base colour / stripe.',
  );
  flow.text('≈ is an estimate. What nobody has confirmed says so.');
  flow.text(
    'The vehicle maker’s instructions, local rules and licensed practice come before this book.',
    'quiet',
  );
  return { id: 'cover', title: 'Wiring book', pages: flow.pages() };
}
