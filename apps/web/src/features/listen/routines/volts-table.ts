import { type CheckBody, checkBodySchema, type CheckOf, parseMeasured } from '@ulpen/core';

/** What goes down the table: volume steps of one tone, or tones at one volume step. */
export type Along = 'step' | 'tone';

/** A table of volts as it was typed. */
export interface VoltsTyped {
  along: Along;
  /** the tone in Hz, or the step: whatever does not go down the table */
  fixed: string;
  signalDb: string;
  supplyVolts: string;
  load: CheckOf<'level'>['load'];
  /** steps, or tones in Hz */
  rows: readonly string[];
  /** volts, by {@link cellKey} */
  cells: Readonly<Record<string, string>>;
}

export const cellKey = (row: number, pairId: string): string => `${row}/${pairId}`;
export const rowKey = (row: number): string => `row/${row}`;

const START_ROWS: Record<Along, string[]> = {
  step: ['10', '18', '26'],
  tone: ['40', '100', '400', '1000', '3000', '8000'],
};
export const startTable = (along: Along): VoltsTyped => ({
  along,
  fixed: along === 'step' ? '100' : '',
  signalDb: '0',
  supplyVolts: '',
  load: 'speaker',
  rows: START_ROWS[along],
  cells: {},
});

/** What else must be a number before anything in the table is a reading. */
const HEAD = ['fixed', 'signalDb', 'supplyVolts'] as const;

/**
 * The readings of a table, cell by cell; empty ones are none.
 *
 * @param numberOf reads a number as people type it
 * @returns the readings, or what is wrong by field, row and cell
 */
export function readingsOf(
  table: VoltsTyped,
  pairIds: readonly string[],
  numberOf: (text: string) => number | null,
): { readings: { pairId: string; body: CheckBody }[] } | { wrong: Record<string, string> } {
  const wrong: Record<string, string> = {};
  const numbers: Record<string, number | null> = {};
  for (const name of HEAD) {
    numbers[name] = table[name].trim() === '' ? null : numberOf(table[name]);
    if (numbers[name] === null && (name === 'fixed' || table[name].trim() !== ''))
      wrong[name] = 'a number is needed';
  }
  const readings = table.rows.flatMap((said, row) =>
    pairIds.flatMap((pairId) => {
      const text = table.cells[cellKey(row, pairId)]?.trim() ?? '';
      if (text === '') return [];
      const volts = parseMeasured(text, 'V');
      const at = numberOf(said);
      if (volts === null) wrong[cellKey(row, pairId)] = 'not a voltage';
      if (at === null) wrong[rowKey(row)] = 'a number is needed';
      const [hz, volumeStep] = table.along === 'step' ? [numbers['fixed'], at] : [at, numbers['fixed']];
      const { signalDb, supplyVolts } = numbers;
      const parsed = checkBodySchema.safeParse({
        kind: 'level',
        hz,
        volumeStep,
        volts,
        signalDb,
        supplyVolts,
        load: table.load,
      });
      if (parsed.success) return [{ pairId, body: parsed.data }];
      const own =
        table.along === 'step' ? { volumeStep: 'row', hz: 'fixed' } : { hz: 'row', volumeStep: 'fixed' };
      for (const { path, message } of parsed.error.issues) {
        const where = (own as Record<string, string>)[String(path[0])] ?? String(path[0]);
        const key = where === 'row' ? rowKey(row) : where === 'volts' ? cellKey(row, pairId) : where;
        wrong[key] ??= message;
      }
      return [];
    }),
  );
  return Object.keys(wrong).length > 0 ? { wrong } : { readings };
}

/** Volts that were kept for a cell already, the newest; null: none. */
export function keptVolts(
  checks: readonly { pairId: string | null; withdrawnAt: string | null; body: CheckBody }[],
  { along, fixed, load }: VoltsTyped,
  said: string,
  pairId: string,
  numberOf: (text: string) => number | null,
): number | null {
  const [hz, step] = (along === 'step' ? [fixed, said] : [said, fixed]).map(numberOf);
  const kept = checks.findLast(
    ({ body, ...c }) =>
      c.pairId === pairId &&
      c.withdrawnAt === null &&
      body.kind === 'level' &&
      body.hz === hz &&
      body.volumeStep === step &&
      body.load === load,
  );
  return kept?.body.kind === 'level' ? kept.body.volts : null;
}
