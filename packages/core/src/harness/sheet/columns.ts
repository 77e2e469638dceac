import { readWire } from '../../model/colour-words.ts';
import { CAVITY_NAMES, PLUG_NAMES } from '../find-cavity.ts';
import { namedFunction } from '../function-words.ts';

/** What one column of a pasted pin table holds. */
export type ColumnKind = 'plug' | 'cavity' | 'wire' | 'function' | 'variant' | 'sign';

export interface Column {
  kind: ColumnKind;
  /** of a column that belongs to one variant among several side by side; empty: to all */
  variant: string;
}

export interface Layout {
  columns: (Column | null)[];
  /** lines that are head, not rows */
  head: number;
}

const NAMES: Record<ColumnKind, readonly string[]> = {
  plug: PLUG_NAMES,
  cavity: CAVITY_NAMES,
  wire: [
    'wire',
    'wires',
    'colour',
    'color',
    'wire colour',
    'wire color',
    'col',
    'farbe',
    'kabelfarbe',
    'ader',
  ],
  function: [
    'function',
    'signal',
    'description',
    'name',
    'use',
    'circuit',
    'funktion',
    'belegung',
    'bezeichnung',
    'pin name',
  ],
  variant: ['variant', 'option', 'option code', 'code', 'trim', 'variante', 'ausstattung'],
  sign: ['sign', 'polarity', '+/-', 'pol', 'polung', '±'],
};
const KINDS = Object.keys(NAMES) as ColumnKind[];

const plain = (cell: string) => cell.toLowerCase().replace(/[.:]$/, '').trim();

/** A head cell: its kind, and what else it says as the variant that it is of: `Colour (4F2)`, `Signal premium`. */
function headOf(cell: string): Column | null {
  const text = plain(cell);
  for (const kind of KINDS) if (NAMES[kind].includes(text)) return { kind, variant: '' };
  for (const kind of ['wire', 'function'] as const) {
    const name = [...NAMES[kind]]
      .sort((a, b) => b.length - a.length)
      .find((n) => new RegExp(`(?:^|[^\\p{L}])${n}(?:$|[^\\p{L}])`, 'u').test(text));
    if (!name) continue;
    const at = cell.toLowerCase().indexOf(name);
    const rest = `${cell.slice(0, at)} ${cell.slice(at + name.length)}`
      .split(/[\s()[\]:,–-]/)
      .filter(Boolean)
      .join(' ');
    return { kind, variant: rest.slice(0, 40) };
  }
  return null;
}

/** Share of cells that read as each kind. */
function contentOf(
  cells: readonly string[],
  plugs: ReadonlySet<string>,
): { kind: ColumnKind; share: number } | null {
  const filled = cells.filter((c) => c !== '');
  if (filled.length === 0) return null;
  const share = (test: (cell: string) => boolean) => filled.filter(test).length / filled.length;
  const shares: [ColumnKind, number][] = [
    ['sign', share((c) => /^[(]?[-+−–][)]?$/.test(c))],
    ['plug', share((c) => plugs.has(c.toLowerCase()))],
    ['cavity', share((c) => /^(?:\p{L}{0,3}\d?[\s/·:.-]?)?\d{1,2}$/u.test(c) && !plugs.has(c.toLowerCase()))],
    ['wire', share((c) => 'wire' in readWire(c, 'german'))],
    ['function', share((c) => namedFunction(c) !== null)],
  ];
  const [kind, best] = shares.reduce((a, b) => (b[1] > a[1] ? b : a));
  return best >= 0.5 ? { kind, share: best } : null;
}

/**
 * Which column of a pasted table is what: by its head, also one of two lines with merged cells over the columns of each
 * variant; where a head says nothing, by what stands below it. Variants may stand side by side, each under its name.
 */
export function layoutOf(rows: readonly (readonly string[])[], plugNames: readonly string[]): Layout {
  const plugs = new Set(plugNames.map((n) => n.toLowerCase()));
  const width = Math.max(0, ...rows.map((r) => r.length));
  const known = (row: readonly string[] | undefined) => (row ?? []).map(headOf);
  const count = (head: readonly (Column | null)[]) => head.filter(Boolean).length;
  const [first, second] = [known(rows[0]), known(rows[1])];
  // The names of variants over a head that repeats itself.
  const twoLines =
    count(second) >= 2 && count(second) > count(first) && rows[0].some((c) => c !== '') && repeats(second);
  const looksLikeHead =
    count(first) >= 2 ||
    (count(first) === 1 && rows[0].every((c) => !/^\d+$/.test(c) && namedFunction(c) === null));
  const head = twoLines ? 2 : looksLikeHead ? 1 : 0;
  const named = head === 2 ? second : head === 1 ? first : [];
  const body = rows.slice(head);
  let over = '';
  const columns = Array.from({ length: width }, (_, n): Column | null => {
    if (head === 2) over = rows[0][n] || over;
    const column = named[n] ?? null;
    if (column) {
      const own = column.kind === 'wire' || column.kind === 'function';
      return { ...column, variant: column.variant || (head === 2 && own ? over.slice(0, 40) : '') };
    }
    const content = contentOf(
      body.map((r) => r[n] ?? ''),
      plugs,
    );
    if (!content) return null;
    const title = head === 0 ? '' : (rows[head - 1][n] ?? '');
    return {
      kind: content.kind,
      variant: content.kind === 'function' || content.kind === 'wire' ? title.slice(0, 40) : '',
    };
  });
  return { columns: head === 0 && !columns.some((c) => c?.kind === 'cavity') ? USUAL : columns, head };
}

const USUAL: (Column | null)[] = (['plug', 'cavity', 'wire', 'function', 'variant'] as const).map((kind) => ({
  kind,
  variant: '',
}));

const repeats = (head: readonly (Column | null)[]) =>
  (['function', 'wire'] as const).some((kind) => head.filter((c) => c?.kind === kind).length > 1);
