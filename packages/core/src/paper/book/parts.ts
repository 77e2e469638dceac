import { writeTable } from '../../harness/table-text.ts';
import { supplyTree } from '../../wiring/supply/supply-tree.ts';
import { deviceName } from '../../wiring/words.ts';
import type { BookInput } from './book-input.ts';
import { cutName, cutSize, cutTotal } from './cut-words.ts';

export interface Part {
  kind: 'device' | 'fuse' | 'cable' | 'consumable';
  what: string;
  more: string;
  count: string;
}

/** Everything that is used up or built in. */
export function partsOf({ bench, wiring }: Pick<BookInput, 'bench' | 'wiring'>): Part[] {
  const { car } = wiring.input;
  const tree = supplyTree(wiring.netlist, wiring.input, bench.lengthOf);
  const amps = (a: number | null) => (a === null ? 'rating not chosen' : `${a} A`);
  const several = (tree?.branches.length ?? 0) > 1;
  return [
    ...car.devices.map((d): Part => ({
      kind: 'device',
      what: deviceName(car, d.id),
      more: d.kind.replaceAll('-', ' '),
      count: '1',
    })),
    ...(tree
      ? [
          {
            kind: 'fuse' as const,
            what: tree.from === 'battery' ? 'Main fuse with holder' : 'Fuse of the factory feed',
            more: amps(tree.mainFuseAmps),
            count: '1',
          },
          ...(several
            ? [
                {
                  kind: 'fuse' as const,
                  what: 'Distribution block',
                  more: `${tree.branches.length} ways`,
                  count: '1',
                },
              ]
            : []),
          ...tree.branches
            .filter((b) => b.ownFuse)
            .map((b): Part => ({
              kind: 'fuse',
              what: `Fuse of ${deviceName(car, b.deviceId)}`,
              more: amps(b.fuseAmps),
              count: '1',
            })),
        ]
      : []),
    ...bench.cuts.map((line): Part => ({
      kind: 'cable',
      what: cutName(line),
      more: cutSize(line),
      count: cutTotal(line),
    })),
    ...bench.consumables.map(([what, joints]): Part => ({
      kind: 'consumable',
      what,
      more: '',
      count: `${joints} ${joints === 1 ? 'joint' : 'joints'}`,
    })),
  ];
}

/** The parts list as CSV. */
export const partsCsv = (input: Pick<BookInput, 'bench' | 'wiring'>): string =>
  writeTable(
    ['kind', 'what', 'details', 'count'],
    partsOf(input).map((p) => [p.kind, p.what, p.more, p.count]),
  );
