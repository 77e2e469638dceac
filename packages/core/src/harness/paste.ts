import { kindOf } from '../readings/index.ts';
import type { Conditions } from '../model/conditions.ts';
import { INSTRUMENTS, type Instrument } from '../readings/index.ts';
import { wordTable } from '../quantity/word-table.ts';
import type { Connector } from '../model/connector.ts';
import { type ReadingFields } from '../model/reading.ts';
import type { ClaimFields } from '../model/sheet.ts';
import { parseEntry } from './entry.ts';
import { namedFunction } from './function-words.ts';
import { readTable } from './table-text.ts';

export interface LineFault {
  line: number;
  message: string;
}

type Plugs = readonly Pick<Connector, 'name' | 'cavities'>[];

const PLUG_NAMES = ['plug', 'connector', 'conn'];
const CAVITY_NAMES = ['cavity', 'pin', 'position', 'terminal', 'no'];

/** `C2` and `5`, or `C2/5`, `C2-5`, `C2·5` in one cell; a lone number belongs to the only plug there is. */
function findCavity(
  plugs: Plugs,
  plugCell: string,
  cavityCell: string,
): { id: string; empty: boolean; name: string } | string {
  const digits = /(?<!\d)\d+$/.exec(cavityCell)?.[0] ?? '';
  const before = cavityCell.slice(0, cavityCell.length - digits.length).trimEnd();
  const joined = digits !== '' && /[/·:.-]$/.test(before);
  const plugName = (joined && before.slice(0, -1).trim()) || plugCell.trim();
  const number = Number(joined ? digits : cavityCell.replace(/^\D+(?=\d)/, ''));
  if (!Number.isInteger(number) || number < 1) return `"${cavityCell.slice(0, 40)}" is no cavity number`;
  const plug =
    plugName === ''
      ? plugs.length === 1
        ? plugs[0]
        : undefined
      : plugs.find((p) => p.name.toLowerCase() === plugName.toLowerCase());
  if (!plug)
    return plugName === ''
      ? 'which plug? name it'
      : `there is no plug ${plugName.slice(0, 40)}; there is ${plugs.map((p) => p.name).join(', ') || 'none yet'}`;
  const cavity = plug.cavities.find((c) => c.number === number);
  return cavity
    ? { id: cavity.id, empty: cavity.empty, name: `${plug.name}·${number}` }
    : `plug ${plug.name} has ${plug.cavities.length} cavities, there is no ${number}`;
}

/**
 * A pin table as people copy it: plug, cavity, wire, function and option code, in any order under a head, or in that
 * order without one. A line that cannot be understood is told with its number; the others are taken.
 */
export function parseSheet(
  text: string,
  plugs: Plugs,
): { claims: ClaimFields[]; variants: string[]; faults: LineFault[] } {
  const { columns, rows } = readTable(
    text,
    {
      plug: PLUG_NAMES,
      cavity: CAVITY_NAMES,
      wire: ['wire', 'colour', 'color', 'wire colour', 'wire color'],
      function: ['function', 'signal', 'description', 'name', 'use', 'circuit'],
      variant: ['variant', 'option', 'option code', 'code', 'trim'],
    },
    ['plug', 'cavity', 'wire', 'function', 'variant'],
  );
  const claims: ClaimFields[] = [];
  const faults: LineFault[] = [];
  const cell = (cells: string[], name: keyof typeof columns) =>
    columns[name] === undefined ? '' : (cells[columns[name]] ?? '');
  const taken = new Map<string, number>();
  for (const { line, cells } of rows) {
    const fault = (message: string) => faults.push({ line, message });
    const at = findCavity(plugs, cell(cells, 'plug'), cell(cells, 'cavity'));
    if (typeof at === 'string') {
      fault(at);
      continue;
    }
    const said = cell(cells, 'function');
    const named = said === '' ? null : namedFunction(said);
    const variant = cell(cells, 'variant').slice(0, 40);
    const seen = cell(cells, 'wire') === '' ? null : parseEntry('seen', cell(cells, 'wire'));
    const wire =
      seen && 'observation' in seen && seen.observation.kind === 'seen' ? seen.observation.wire : null;
    const before = taken.get(`${at.id} ${variant}`);
    if (before !== undefined) fault(`${at.name} was named in line ${before} already`);
    else if (said !== '' && named === null)
      fault(
        `"${said.slice(0, 60)}" is not understood as a function: say front left woofer +, ground, remote, CAN H …`,
      );
    else if (named === null && wire === null) fault('neither a function nor a wire colour');
    else if (cell(cells, 'wire') !== '' && wire === null)
      fault(`"${cell(cells, 'wire').slice(0, 40)}" is no wire colour: BN/WH or brown white`);
    else {
      taken.set(`${at.id} ${variant}`, line);
      claims.push({
        cavityId: at.id,
        variant,
        role: named?.role ?? null,
        channel: named?.channel ?? null,
        sign: named?.sign ?? null,
        wire,
        text: said.slice(0, 200),
      });
    }
  }
  return { claims, variants: [...new Set(claims.map((c) => c.variant))], faults };
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
