import Papa from 'papaparse';
import { z } from 'zod';
import { writeTable } from '../harness/table-text.ts';
import { type DeviceFields, deviceFieldsSchema } from '../model/device.ts';
import { LIMITS, limitWords } from '../model/limits.ts';

const MOST_DEVICES = LIMITS.devicesOfLibrary.most;

/** A device file as it was read: what can be taken in, and what cannot with the line and the reason. */
export interface DeviceTable {
  devices: DeviceFields[];
  faults: { line: number; name: string; field: string; message: string }[];
}

/** Columns in the order they are written; a dot leads into a part. */
// prettier-ignore
const COLUMNS = [
  'name', 'kind', 'note', 'priceClass', 'size', 'inputs', 'outputs',
  'speakerInput.minVolts', 'speakerInput.maxVolts', 'speakerInput.ohm', 'speakerInput.floating',
  'lineInput.minVolts', 'lineInput.maxVolts', 'lineInput.ohm', 'lineInput.floating',
  'sums', 'trimDb', 'delayMs', 'allPass', 'equaliserSections', 'boostLimitDb',
  'crossover.lowestHz', 'crossover.highestHz', 'gainDb.min', 'gainDb.max', 'maxOutputVolts', 'lowestHz',
  'latencyMs', 'needsSupply', 'isolated', 'volumeControl', 'bassRestoreDb', 'senses', 'remoteOutput',
  'idleAmps', 'standbyAmps', 'fuseAmps', 'nominalVolts', 'dimensionsMm.width', 'dimensionsMm.height',
  'dimensionsMm.depth', 'weightKg',
  'amplifier.channels', 'amplifier.wattsAt8', 'amplifier.wattsAt4', 'amplifier.wattsAt2', 'amplifier.wattsAt1', 'amplifier.wattsBridged', 'amplifier.minOhm',
  'amplifier.minBridgedOhm', 'amplifier.efficiency', 'amplifier.subwooferFrom', 'amplifier.modeSwitch',
  'amplifier.second.channels', 'amplifier.second.wattsAt8', 'amplifier.second.wattsAt4', 'amplifier.second.wattsAt2',
  'amplifier.second.wattsAt1', 'amplifier.second.wattsBridged', 'amplifier.second.minOhm',
  'amplifier.second.minBridgedOhm', 'terminals',
] as const;

const YES = /^(yes|true|1)$/i;
const NO = /^(no|false|0)$/i;
// prettier-ignore
const FLAGS = new Set([
  'speakerInput.floating', 'lineInput.floating', 'sums', 'allPass', 'needsSupply', 'isolated', 'volumeControl',
  'remoteOutput', 'amplifier.modeSwitch',
]);
const TEXTS = new Set(['name', 'kind', 'note', 'size', 'nominalVolts', 'amplifier.subwooferFrom']);

/**
 * Reads devices from CSV (comma, semicolon or tab; the first row names the columns as {@link writeDevices} does, in any
 * order, all but name, kind and priceClass may be missing) or from JSON (an array of the same fields). Empty cells take
 * the usual value. What does not fit is left out and named.
 */
export function readDevices(text: string): DeviceTable {
  const clean = text.replace(/^\uFEFF/, '').trim();
  if (clean === '') return { devices: [], faults: [fault(1, '', 'file', 'The file is empty.')] };
  return clean.startsWith('[') || clean.startsWith('{') ? fromJson(clean) : fromCsv(clean);
}

function fromJson(text: string): DeviceTable {
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch {
    return {
      devices: [],
      faults: [fault(1, '', 'file', 'This is neither JSON nor a table with a first row of names.')],
    };
  }
  const list = Array.isArray(content) ? content : [content];
  return judged(list.map((row: unknown, i) => ({ line: i + 1, row })));
}

function fromCsv(text: string): DeviceTable {
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    comments: '#',
    delimitersToGuess: [',', ';', '\t'],
  });
  const known = new Set<string>(COLUMNS);
  const strange = (meta.fields ?? []).filter((f) => f !== '' && !known.has(f));
  if (!(meta.fields ?? []).includes('name'))
    return {
      devices: [],
      faults: [
        fault(1, '', 'name', `The first row must name the columns: ${COLUMNS.slice(0, 5).join(', ')}, ...`),
      ],
    };
  const table = judged(data.map((cells, i) => ({ line: i + 2, row: nested(cells) })));
  return {
    ...table,
    faults: [
      ...strange.map((f) => fault(1, '', f, 'is no column that is known; it is left out')),
      ...table.faults,
    ],
  };
}

function nested(cells: Record<string, string>): Record<string, unknown> {
  const row: Record<string, unknown> = {};
  for (const column of COLUMNS) {
    const text = cells[column]?.trim();
    if (text === undefined || text === '') continue;
    put(row, column.split('.'), valueOf(column, text));
  }
  return row;
}

/** A value at its place among the parts, which are made as they are needed. */
function put(row: Record<string, unknown>, [part, ...rest]: readonly string[], value: unknown): void {
  if (rest.length === 0) {
    row[part] = value;
    return;
  }
  const inside = { ...(row[part] as Record<string, unknown> | undefined) };
  put(inside, rest, value);
  row[part] = inside;
}

function valueOf(column: string, text: string): unknown {
  // A spreadsheet-safe export puts a quote before what looks like a formula.
  if (TEXTS.has(column)) return text.replace(/^'(?=[=+\-@])/, '');
  if (column === 'senses') return text.split(/[ +/]+/).filter(Boolean);
  if (column === 'terminals') return terminalsIn(text);
  if (FLAGS.has(column)) return YES.test(text) ? true : NO.test(text) ? false : text;
  const number = Number(text.replace(',', '.'));
  return Number.isFinite(number) ? number : text;
}

/** Terminals stand in their cell as JSON; anything else is left to be named as what does not fit. */
function terminalsIn(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return text;
  }
}

function judged(rows: { line: number; row: unknown }[]): DeviceTable {
  const table: DeviceTable = { devices: [], faults: [] };
  const names = new Set<string>();
  for (const { line, row } of rows.slice(0, MOST_DEVICES)) {
    const parsed = deviceFieldsSchema.safeParse(row);
    const named = z.object({ name: z.string() }).safeParse(row);
    const name = named.success ? named.data.name : '';
    if (!parsed.success) {
      for (const issue of parsed.error.issues.slice(0, 3))
        table.faults.push(fault(line, name, issue.path.join('.'), issue.message));
    } else if (names.has(name))
      table.faults.push(fault(line, name, 'name', 'is in the file twice; the first one counts'));
    else {
      names.add(name);
      table.devices.push(parsed.data);
    }
  }
  if (rows.length > MOST_DEVICES)
    table.faults.push(fault(MOST_DEVICES + 1, '', 'file', limitWords('devicesOfLibrary')));
  return table;
}

const fault = (line: number, name: string, field: string, message: string) => ({
  line,
  name,
  field,
  message,
});

/** Devices as CSV that {@link readDevices} reads back. */
export function writeDevices(devices: readonly DeviceFields[]): string {
  const cell = (value: unknown): string | number | null => {
    if (value === null || value === undefined) return null;
    if (typeof value === 'boolean') return value ? 'yes' : 'no';
    if (Array.isArray(value) && typeof value[0] === 'object') return JSON.stringify(value);
    return Array.isArray(value) ? value.join(' ') : (value as string | number);
  };
  const rows = devices.map((device) =>
    COLUMNS.map((column) => {
      const value = column
        .split('.')
        .reduce<unknown>((at, part) => (at as Record<string, unknown> | null | undefined)?.[part], device);
      return cell(value);
    }),
  );
  return writeTable(COLUMNS, rows);
}
