import { SHIELD } from '../../wiring/cables/cable-kinds.ts';
import { lossOf } from '../../wiring/cables/run-loss.ts';
import { terminalName } from '../../wiring/words.ts';
import { Flow } from '../flow.ts';
import type { BookSheet } from '../marks.ts';
import type { BookInput } from './book-input.ts';
import { lengthText } from './place-sheet.ts';

/** Every cable with what runs in it, colour by colour. */
export function cablesSheet({ bench, wiring, paper }: BookInput): BookSheet {
  const flow = new Flow(paper);
  flow.text(
    'A run to an amplifier and the one back from it are two cables. Mark both ends before either is pulled; go by the row, not by habit.',
    'quiet',
  );
  for (const cable of bench.cables) {
    const length = bench.lengthOf(cable.id);
    const loss = lossOf({ ...cable, length }, wiring.input);
    flow.keep(90);
    flow.heading(`${cable.mark}: ${bench.placeName(cable.from)} to ${bench.placeName(cable.to)}`);
    flow.text(
      [
        `${cable.kind.name}, ${cable.kind.size}`,
        lengthText({ lengthM: length?.lengthM ?? null, measured: length?.measured ?? false }),
        ...(loss
          ? [`loses ${length?.measured ? '' : 'about '}${loss.db.toFixed(2)} dB into ${loss.loadOhm} Ω`]
          : []),
      ].join(' · '),
      'quiet',
    );
    flow.table(
      [
        { title: 'Colour', pt: 62 },
        { title: 'From', share: 1 },
        { title: 'To', share: 1 },
      ],
      cable.ways.map(({ colour, conductor }) => [
        colour === SHIELD ? { text: colour } : { wire: colour },
        conductor
          ? { text: terminalName(conductor.from, wiring.names), under: bench.signalName(conductor) }
          : { text: 'spare: capped', ink: 'quiet' },
        conductor
          ? {
              text: terminalName(conductor.to, wiring.names),
              under: conductor.signal?.swapped ? 'swapped on purpose' : '',
            }
          : { text: 'spare: capped', ink: 'quiet' },
      ]),
    );
  }
  return { id: 'cables', title: 'Cables', pages: bench.cables.length > 0 ? flow.pages() : [] };
}
