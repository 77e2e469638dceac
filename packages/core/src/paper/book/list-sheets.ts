import { markOfWire } from '../../wiring/job/cable-lists.ts';
import { terminalName } from '../../wiring/words.ts';
import { Flow } from '../flow.ts';
import type { BookSheet } from '../marks.ts';
import type { BookInput } from './book-input.ts';
import { cutName, cutSize, cutTotal } from './cut-words.ts';
import { lengthText } from './place-sheet.ts';
import { partsOf } from './parts.ts';

/** What comes off which drum, piece by piece. */
export function cutSheet({ bench, wiring, paper }: BookInput): BookSheet {
  const flow = new Flow(paper);
  flow.text('≈ is estimated: measure along the route with a string before the first cut.', 'quiet');
  flow.heading('Totals');
  flow.table(
    [
      { title: 'What', share: 2 },
      { title: 'Pieces', pt: 50, align: 'right' },
      { title: 'Total', pt: 90, align: 'right' },
    ],
    bench.cuts.map((line) => [
      { text: cutName(line), under: cutSize(line) },
      { text: String(line.pieces), face: 'mono' },
      { text: cutTotal(line), face: 'mono' },
    ]),
  );
  flow.heading('Pieces');
  const length = (id: string) => {
    const l = bench.lengthOf(id);
    return {
      text: lengthText({ lengthM: l?.lengthM ?? null, measured: l?.measured ?? false }),
      face: 'mono' as const,
    };
  };
  flow.table(
    [
      { title: 'Cut', pt: 26 },
      { title: 'Piece', share: 1 },
      { title: 'From', share: 1.4 },
      { title: 'To', share: 1.4 },
      { title: 'Length', pt: 56, align: 'right' },
    ],
    [
      ...bench.cables.map((c) => [
        { ticked: false },
        { text: c.mark, under: `${c.kind.name}, ${c.kind.size}` },
        { text: bench.placeName(c.from) },
        { text: bench.placeName(c.to) },
        length(c.id),
      ]),
      ...bench.wires.map(({ conductor: c }) => [
        { ticked: false },
        { text: markOfWire(bench, c.id), under: c.mm2 === null ? 'size not chosen' : `${c.mm2} mm²` },
        { text: terminalName(c.from, wiring.names) },
        { text: terminalName(c.to, wiring.names) },
        length(c.id),
      ]),
    ],
  );
  return { id: 'cut', title: 'Cut list', pages: flow.pages() };
}

/** Devices, fuses, consumables and tools: what is laid out before the work begins. */
export function partsSheet(input: BookInput): BookSheet {
  const flow = new Flow(input.paper);
  const parts = partsOf(input);
  for (const kind of ['device', 'fuse', 'cable', 'consumable'] as const) {
    const list = parts.filter((p) => p.kind === kind);
    if (list.length === 0) continue;
    flow.heading(
      {
        device: 'Devices',
        fuse: 'Fuses and distribution',
        cable: 'Cable',
        consumable: 'Consumables, by joints not made yet',
      }[kind],
    );
    flow.table(
      [
        { title: 'Have', pt: 30 },
        { title: 'What', share: 2 },
        { title: 'Count', pt: 80, align: 'right' },
      ],
      list.map((p) => [{ ticked: false }, { text: p.what, under: p.more }, { text: p.count, face: 'mono' }]),
    );
  }
  if (input.bench.tools.length > 0) {
    flow.heading('Tools');
    flow.list(input.bench.tools.map((text) => ({ text, before: { ticked: false } })));
    flow.text('Pull-test one sample crimp for each tool setting first.', 'quiet');
  }
  return { id: 'parts', title: 'Parts and tools', pages: flow.pages() };
}
