import { writeTable } from '../../harness/table-text.ts';
import type { RunLength } from '../../model/wiring.ts';
import { terminalName, type WiringNames } from '../words.ts';
import type { Bench } from './bench-of-job.ts';

export interface CableLabel {
  id: string;
  mark: string;
  text: string;
}

/** Mark of a wire that runs alone: S1, S2 ... in the order of the list. */
export const markOfWire = ({ wires }: Pick<Bench, 'wires'>, conductorId: string): string =>
  `S${wires.findIndex((w) => w.conductor.id === conductorId) + 1}`;

/** Both ends of every cable: where this end is, and where the other one goes. */
export const labelsOf = ({ cables, placeName }: Bench): CableLabel[] =>
  cables.flatMap(({ id, mark, from, to }) => [
    { id: `${id} from`, mark, text: `at ${placeName(from)}, goes to ${placeName(to)}` },
    { id: `${id} to`, mark, text: `at ${placeName(to)}, comes from ${placeName(from)}` },
  ]);

/** Every conductor of every cable and every single wire, with the length of its run. */
export function cablesCsv({ cables, wires, lengthOf }: Bench, names: WiringNames): string {
  const cells = (length: RunLength | null) => [
    length?.lengthM ?? null,
    length ? (length.measured ? 'yes' : 'no') : null,
  ];
  return writeTable(
    ['cable', 'kind', 'size', 'colour', 'from', 'to', 'length m', 'measured'],
    [
      ...cables.flatMap(({ id, mark, kind, ways }) =>
        ways.map(({ colour, conductor }) => [
          mark,
          kind.name,
          kind.size,
          colour,
          conductor ? terminalName(conductor.from, names) : 'spare',
          conductor ? terminalName(conductor.to, names) : 'spare',
          ...cells(lengthOf(id)),
        ]),
      ),
      ...wires.map(({ conductor: c }) => [
        null,
        'Single wire',
        c.mm2 === null ? null : `${c.mm2} mm²`,
        null,
        terminalName(c.from, names),
        terminalName(c.to, names),
        ...cells(lengthOf(c.id)),
      ]),
    ],
  );
}
