import { kindOf } from '../readings/index.ts';
import type { Conditions } from '../model/conditions.ts';
import { INSTRUMENTS, type Instrument } from '../readings/index.ts';
import { wordTable } from '../quantity/word-table.ts';
import { type ReadingFields } from '../model/reading.ts';
import { parseEntry } from './entry.ts';
import { CAVITY_NAMES, findCavity, PLUG_NAMES, type Plugs } from './find-cavity.ts';
import { readTable } from './table-text.ts';

export interface LineFault {
  line: number;
  message: string;
}

const INSTRUMENT_NAMES = wordTable<Instrument>(
  Object.fromEntries(INSTRUMENTS.flatMap((i) => [i, ...kindOf(i).pastedAs].map((name) => [name, i]))),
);

/** Readings pasted from a spreadsheet: plug, cavity, second cavity, instrument, value. All under the same conditions. */
export function parseReadings(
  text: string,
  plugs: Plugs,
  conditions: Conditions,
): { readings: ReadingFields[]; faults: LineFault[] } {
  const { columns, rows } = readTable(
    text,
    {
      plug: PLUG_NAMES,
      cavity: CAVITY_NAMES,
      other: ['other', 'second', 'against', 'across', 'second cavity', 'to'],
      instrument: ['instrument', 'test', 'kind', 'measured'],
      value: ['value', 'reading', 'result', 'shows'],
    },
    ['plug', 'cavity', 'other', 'instrument', 'value'],
  );
  const readings: ReadingFields[] = [];
  const faults: LineFault[] = [];
  const cell = (cells: string[], name: keyof typeof columns) =>
    columns[name] === undefined ? '' : (cells[columns[name]] ?? '');
  for (const { line, cells } of rows) {
    const fault = (message: string) => faults.push({ line, message });
    const at = findCavity(plugs, cell(cells, 'plug'), cell(cells, 'cavity'));
    const secondCell = cell(cells, 'other');
    const second = /^(?:|gnd|ground|-)$/i.test(secondCell)
      ? null
      : findCavity(plugs, cell(cells, 'plug'), secondCell);
    const instrument = INSTRUMENT_NAMES.get(cell(cells, 'instrument').toLowerCase());
    if (typeof at === 'string') fault(at);
    else if (typeof second === 'string') fault(second);
    else if (!instrument)
      fault(`"${cell(cells, 'instrument').slice(0, 40)}" is no instrument: ${INSTRUMENTS.join(', ')}`);
    else {
      const entry = parseEntry(instrument, cell(cells, 'value'));
      if ('fault' in entry) fault(entry.fault);
      else
        readings.push({
          cavityId: at.id,
          otherCavityId: second?.id ?? null,
          observation: entry.observation,
          conditions,
          entered: cell(cells, 'value').slice(0, 200),
          confirmed: false,
        });
    }
  }
  return { readings, faults };
}
