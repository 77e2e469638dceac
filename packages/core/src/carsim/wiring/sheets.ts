import type { Random } from '../../quantity/random.ts';
import type { SheetRow, SimulatedWiring } from './wiring.ts';

const RIGHT = '4F2';
const WRONG = '4K7';
const OPPOSITE = { plus: 'minus', minus: 'plus' } as const;

/**
 * A diagram of the car as it is found on the web: under the car's option code (with a wrong row now and then), under
 * both codes, or under the other code only.
 */
export function sheetFor(
  wiring: SimulatedWiring,
  kind: 'right' | 'both' | 'wrong',
  random: Random,
): NonNullable<SimulatedWiring['sheet']> {
  const truth = rowsOf(wiring, RIGHT).map((row) =>
    random.next() < 0.02 ? { ...row, role: 'unused' as const, channel: null, sign: null } : row,
  );
  const wrong = otherCode(wiring, random);
  const source = 'copied from a forum';
  if (kind === 'right') return { name: 'Sheet', source, rows: truth, rightVariant: RIGHT };
  if (kind === 'wrong') return { name: 'Sheet', source, rows: wrong, rightVariant: null };
  return { name: 'Sheet', source, rows: [...truth, ...wrong], rightVariant: RIGHT };
}

function rowsOf(wiring: SimulatedWiring, variant: string): SheetRow[] {
  return wiring.cavities.flatMap((c, cavity): SheetRow[] => {
    if (c.wire === null || c.role === 'unused') return [];
    const pair = c.pair === null ? null : wiring.pairs[c.pair];
    return [
      {
        variant,
        cavity,
        role: c.role,
        channel: pair?.channel ?? null,
        sign: pair === null || pair.kind === 'data' ? null : pair.plus === cavity ? 'plus' : 'minus',
        wire: c.wire,
      },
    ];
  });
}

/** The same plug under the other option code: outputs exchanged, a few reversed, feeds moved. */
function otherCode(wiring: SimulatedWiring, random: Random): SheetRow[] {
  const rows = rowsOf(wiring, WRONG);
  const pairs = wiring.pairs.map((p, i) => ({ ...p, i })).filter((p) => p.kind !== 'data');
  const reversed = new Set(pairs.filter(() => random.next() < 0.15).map((p) => p.i));
  const turned = new Map(
    pairs.map((p, n) => [p.i, pairs[(n + 1 + Math.floor(random.next() * 3)) % pairs.length]]),
  );
  return rows.map((row) => {
    const { pair } = wiring.cavities[row.cavity];
    const now = pair === null ? undefined : turned.get(pair);
    const sign = pair !== null && reversed.has(pair) && row.sign ? OPPOSITE[row.sign] : row.sign;
    if (now && random.next() < 0.85) return { ...row, role: now.kind, channel: now.channel, sign };
    return row.role !== 'battery' && row.role !== 'ground' && pair === null && random.next() < 0.4
      ? { ...row, role: 'unused' as const }
      : row;
  });
}
