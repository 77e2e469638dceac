import { writeTable } from '../../harness/table-text.ts';
import type { Bench } from '../../wiring/job/bench-of-job.ts';
import { markOfWire } from '../../wiring/job/cable-lists.ts';
import { terminalName, type WiringNames } from '../../wiring/words.ts';

/** Every piece that is cut, with its length, as CSV. */
export function cutCsv({ cables, wires, lengthOf, placeName }: Bench, names: WiringNames): string {
  const row = (id: string, what: string, size: string, from: string, to: string) => {
    const length = lengthOf(id);
    return [
      what,
      size,
      from,
      to,
      length?.lengthM ?? null,
      length === null ? null : length.measured ? 'measured' : 'estimated',
    ];
  };
  return writeTable(
    ['piece', 'size', 'from', 'to', 'length m', 'length is'],
    [
      ...cables.map((c) =>
        row(c.id, `${c.mark} ${c.kind.name}`, c.kind.size, placeName(c.from), placeName(c.to)),
      ),
      ...wires.map(({ conductor: c }) =>
        row(
          c.id,
          `${markOfWire({ wires }, c.id)} Single wire`,
          c.mm2 === null ? 'not chosen' : `${c.mm2} mm²`,
          terminalName(c.from, names),
          terminalName(c.to, names),
        ),
      ),
    ],
  );
}
