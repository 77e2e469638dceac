import { awgWords, deviceName } from '../../wiring/words.ts';
import { supplyTree } from '../../wiring/supply/supply-tree.ts';
import { Flow } from '../flow.ts';
import type { BookSheet } from '../marks.ts';
import type { BookInput } from './book-input.ts';

const volts = (v: number) => `${v.toFixed(2)} V`;
const amps = (a: number) => `${a < 10 ? a.toFixed(1) : a.toFixed(0)} A`;

/** Fuses, cables and drops from the source of supply to every device. */
export function supplySheet({ bench, wiring, paper }: BookInput): BookSheet {
  const { input, netlist } = wiring;
  const flow = new Flow(paper);
  const tree = supplyTree(netlist, input, bench.lengthOf);
  if (!tree) return { id: 'supply', title: 'Supply', pages: [] };
  const main = tree.from === 'battery' ? 'Main fuse' : 'Fuse of the factory feed';
  flow.text(
    'Every fuse stays out until the whole system is checked. No fuse in a negative. The vehicle maker’s instructions and local rules come first.',
    'wrong',
    'strong',
  );
  flow.heading('From the source');
  flow.table(
    [
      { title: 'What', share: 1 },
      { title: 'Is', share: 2 },
    ],
    [
      [{ text: 'Source' }, { text: tree.from === 'battery' ? 'Battery' : 'Factory feed' }],
      [
        { text: main },
        {
          text:
            tree.mainFuseAmps === null
              ? 'none: choose one in the plan'
              : `${tree.mainFuseAmps} A${tree.mainFuseMm === null ? '' : `, ${tree.mainFuseMm} mm from the battery along the cable`}`,
          ink: tree.mainFuseAmps === null ? 'wrong' : 'ink',
        },
      ],
      [
        { text: 'Main cable' },
        {
          text:
            tree.mainMm2 === null
              ? 'not chosen'
              : `${tree.mainMm2} mm² ${tree.metal === 'copper' ? 'copper' : 'copper-clad aluminium'}`,
          under:
            tree.mainMm2 === null
              ? ''
              : `${awgWords(tree.mainMm2)}; carries ${tree.mainCarriesAmps!.toFixed(0)} A all the time`,
        },
      ],
      [
        { text: 'Everything together' },
        {
          text: `${amps(tree.musicAmps)} with music, ${amps(tree.sineAmps)} with a full sine`,
          under: `idle ${amps(tree.idleAmps)}; asleep ${(1000 * tree.asleepAmps).toFixed(0)} mA`,
        },
      ],
    ],
  );
  flow.heading('Branches');
  flow.table(
    [
      { title: 'Device', share: 1.6 },
      { title: 'Own fuse', pt: 62, align: 'right' },
      { title: 'Cable', pt: 62, align: 'right' },
      { title: 'Draws, music', pt: 70, align: 'right' },
      { title: 'Lost, music', pt: 66, align: 'right' },
      { title: 'Lost, sine', pt: 66, align: 'right' },
    ],
    tree.branches.map((b) => {
      const about = b.estimated ? '≈ ' : '';
      return [
        { text: deviceName(input.car, b.deviceId) },
        { text: b.ownFuse ? (b.fuseAmps === null ? 'choose' : `${b.fuseAmps} A`) : 'main', face: 'mono' },
        { text: b.mm2 === null ? 'not chosen' : `${b.mm2} mm²`, face: 'mono' },
        { text: amps(b.draws.musicAmps), face: 'mono' },
        { text: b.drop ? `${about}${volts(b.drop.musicVolts)}` : 'no length', face: 'mono' },
        { text: b.drop ? `${about}${volts(b.drop.sineVolts)}` : 'no length', face: 'mono' },
      ];
    }),
  );
  flow.text(
    'Lost: on the way out and back, at 50 °C, all devices playing together. Without a length for every piece nothing is said.',
    'quiet',
  );
  return { id: 'supply', title: 'Supply', pages: flow.pages() };
}
