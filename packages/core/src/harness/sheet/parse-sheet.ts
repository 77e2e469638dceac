import { codeLanguage, readWire } from '../../model/colour-words.ts';
import type { ClaimFields } from '../../model/sheet.ts';
import { findCavity, type Plugs } from '../find-cavity.ts';
import { namedFunction, namedSign } from '../function-words.ts';
import { linesOf } from '../table-text.ts';
import { type ColumnKind, layoutOf } from './columns.ts';

/** A cell that could not be read, with what it said. */
export interface SheetGap {
  cell: 'cavity' | 'wire' | 'function';
  said: string;
  message: string;
}

/** One line under one variant: what was read of it, and what was not. */
export interface SheetRow {
  /** line and variant, the same while its table is */
  key: string;
  line: number;
  /** as the table names it, or as it was found: `C1·5` */
  place: string;
  variant: string;
  /** null while its cavity is not known, or nothing else was read */
  claim: ClaimFields | null;
  gaps: SheetGap[];
}

/** What a person put into gaps, by the key of the row. */
export type Completed = Readonly<Record<string, Partial<Record<SheetGap['cell'], string>>>>;

export interface ReadSheet {
  rows: SheetRow[];
  claims: ClaimFields[];
  variants: string[];
}

/**
 * A pin table as people copy it: columns in any order, with or without a head, variants below each other or side by
 * side, merged cells that leave blanks, notes in brackets. No line is dropped: what cannot be read is told and may be
 * completed.
 *
 * @param plugs as they are drawn
 * @param completed what was put into gaps of the same text
 * @throws RangeError with more than 2000 lines
 */
export function parseSheet(text: string, plugs: Plugs, completed: Completed = {}): ReadSheet {
  const lines = linesOf(text);
  const { columns, head } = layoutOf(
    lines.map((l) => l.cells),
    plugs.map((p) => p.name),
  );
  const at = (kind: ColumnKind) =>
    columns.flatMap((c, n) => (c?.kind === kind ? [{ n, variant: c.variant }] : []));
  const [functions, wires] = [at('function'), at('wire')];
  const [plugAt, cavityAt, variantAt, signAt] = (['plug', 'cavity', 'variant', 'sign'] as const).map(
    (k) => at(k)[0]?.n,
  );
  const body = lines.slice(head);
  const language = codeLanguage(body.flatMap((l) => wires.map(({ n }) => l.cells[n] ?? '')));
  const sides = [...new Set([...functions, ...wires].map((c) => c.variant).filter(Boolean))];
  const before = { plug: '', variant: '', functions: new Map<string, string>() };
  const taken = new Map<string, number>();
  const rows: SheetRow[] = [];
  for (const { line, cells } of body) {
    const cell = (n: number | undefined) => (n === undefined ? '' : (cells[n] ?? ''));
    // A merged cell stands in its first line only.
    const plug = cell(plugAt) || before.plug;
    const own = cell(variantAt) || before.variant;
    Object.assign(before, { plug, variant: own });
    /** put in for this line's cavity, whichever variant was asked */
    let cavity = cell(cavityAt);
    let asked = false;
    for (const side of sides.length > 1 ? sides : [sides[0] ?? '']) {
      const of = (list: typeof functions) =>
        (list.find((c) => c.variant === side) ?? list.find((c) => c.variant === ''))?.n;
      const variant = (sides.length > 1 ? [side, own].filter(Boolean).join(' ') : own).slice(0, 40);
      const key = `${line} ${variant}`;
      const put = completed[key] ?? {};
      const wireCell = put.wire ?? cell(of(wires));
      const merged = cell(of(functions)) === '' && (cell(signAt) !== '' || wireCell !== '');
      const said = put.function ?? (merged ? (before.functions.get(side) ?? '') : cell(of(functions)));
      before.functions.set(side, said);
      // One that this variant does not have.
      if (sides.length > 1 && said === '' && wireCell === '' && cell(of(functions)) === '') continue;
      cavity = put.cavity ?? cavity;
      const row = readRow({
        key,
        line,
        variant,
        plugs,
        plug,
        cavity,
        wireCell,
        said,
        sign: cell(signAt),
        language,
        taken,
      });
      // The cavity of a line is asked for once, for all its variants.
      rows.push(asked ? { ...row, gaps: row.gaps.filter((g) => g.cell !== 'cavity') } : row);
      asked ||= row.gaps.some((g) => g.cell === 'cavity');
    }
  }
  const claims = rows.flatMap((r) => (r.claim ? [r.claim] : []));
  return { rows, claims, variants: [...new Set(claims.map((c) => c.variant))] };
}

interface RawRow {
  key: string;
  line: number;
  variant: string;
  plugs: Plugs;
  plug: string;
  cavity: string;
  wireCell: string;
  said: string;
  sign: string;
  language: ReturnType<typeof codeLanguage>;
  /** by cavity and variant: the line that named it */
  taken: Map<string, number>;
}

function readRow({
  key,
  line,
  variant,
  plugs,
  plug,
  cavity,
  wireCell,
  said,
  sign,
  language,
  taken,
}: RawRow): SheetRow {
  const gaps: SheetGap[] = [];
  const found = findCavity(plugs, plug, cavity);
  const named = said === '' ? null : namedFunction(said);
  const wire = wireCell === '' ? null : readWire(wireCell, language);
  if (said !== '' && named === null)
    gaps.push({
      cell: 'function',
      said,
      message: `"${said.slice(0, 60)}" is not understood: say front left woofer +, ground, remote, CAN H …`,
    });
  if (wire && 'fault' in wire) gaps.push({ cell: 'wire', said: wireCell, message: wire.fault });
  if (said === '' && wireCell === '')
    gaps.push({ cell: 'function', said: '', message: 'neither a function nor a wire colour' });
  if (typeof found === 'string') gaps.unshift({ cell: 'cavity', said: cavity, message: found });
  const place = typeof found === 'string' ? [plug, cavity].filter(Boolean).join('·') : found.name;
  const known = typeof found === 'string' ? null : found;
  const earlier = known && taken.get(`${known.id} ${variant}`);
  if (known && earlier !== undefined && earlier !== null)
    gaps.unshift({
      cell: 'cavity',
      said: cavity,
      message: `${known.name} was named in line ${earlier} already`,
    });
  const again = earlier !== undefined && earlier !== null;
  const colour = wire && 'wire' in wire ? wire.wire : null;
  if (known && !again) taken.set(`${known.id} ${variant}`, line);
  return {
    key,
    line,
    place: place.slice(0, 40),
    variant,
    claim:
      known && !again && (named !== null || colour !== null)
        ? {
            cavityId: known.id,
            variant,
            role: named?.role ?? null,
            channel: named?.channel ?? null,
            sign: named?.sign ?? (named?.channel ? namedSign(sign) : null),
            wire: colour,
            text: said.slice(0, 200),
          }
        : null,
    gaps,
  };
}
