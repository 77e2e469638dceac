import { dbToPower, powerToDb } from '../../quantity/decibel.ts';
import type { Response } from '../response.ts';
import { ColumnError } from './column-error.ts';

export interface RawRows {
  /** 1-based line of each row */
  lines: readonly number[];
  frequency: readonly number[];
  level: readonly number[];
  phase: readonly number[] | null;
}

export interface Repair {
  kind: 'zero-frequency' | 'not-finite' | 'sorted' | 'averaged' | 'unit';
  /** what was done, a sentence */
  text: string;
}

/** More unusable or repeated rows than this share point to another kind of file. */
const MOST_LEFT_OUT = 0.05;
const MOST_REPEATED = 0.2;
/** Fewer rows than this are not a curve. */
const FEWEST_ROWS = 3;
/** Levels beyond this are not decibels of anything that was measured here. */
const LEVEL_LIMIT_DB = 400;
const WANTED = 'A response has a frequency above 0 Hz and a level in dB on every line.';

/**
 * Makes rows as found in a file into a response, and says what it did: leaves out rows at 0 Hz and rows without a
 * finite value, sorts, averages (power) levels of a frequency that stands there more than once.
 *
 * @param hzPerUnit 1 for Hz, 1000 for kHz
 * @throws ColumnError for what cannot be repaired honestly, such as negative frequencies
 */
export function repairRows(rows: RawRows, hzPerUnit: number): { response: Response; repairs: Repair[] } {
  const repairs: Repair[] = [];
  const n = rows.lines.length;
  if (n < FEWEST_ROWS)
    throw new ColumnError(
      `There are only ${n} rows of numbers.`,
      `At least ${FEWEST_ROWS} are needed for a curve.`,
    );
  const kept: number[] = [];
  const notFinite: number[] = [];
  let zeros = 0;
  for (let i = 0; i < n; i++) {
    const f = rows.frequency[i];
    if (f < 0)
      throw new ColumnError(
        `The frequency is ${f} Hz, below zero.`,
        'Choose the right frequency column; frequencies are above 0 Hz.',
        rows.lines[i],
      );
    if (f === 0) zeros++;
    else if (
      !Number.isFinite(f) ||
      !Number.isFinite(rows.level[i]) ||
      (rows.phase && !Number.isFinite(rows.phase[i]))
    )
      notFinite.push(i);
    else if (Math.abs(rows.level[i]) > LEVEL_LIMIT_DB) {
      throw new ColumnError(
        `The level is ${rows.level[i]}.`,
        `Levels are decibels between -${LEVEL_LIMIT_DB} and ${LEVEL_LIMIT_DB}; choose the right level column.`,
        rows.lines[i],
      );
    } else kept.push(i);
  }
  if (notFinite.length > MOST_LEFT_OUT * n) {
    throw new ColumnError(
      `There is no finite number here, nor in ${notFinite.length - 1} other rows.`,
      WANTED,
      rows.lines[notFinite[0]],
    );
  }
  if (zeros > 1 && zeros > MOST_LEFT_OUT * n) {
    throw new ColumnError(`${zeros} rows stand at 0 Hz.`, WANTED, rows.lines[rows.frequency.indexOf(0)]);
  }
  if (hzPerUnit !== 1)
    repairs.push({ kind: 'unit', text: 'Frequencies were given in kHz and turned into Hz.' });
  if (zeros > 0)
    repairs.push({
      kind: 'zero-frequency',
      text: `${zeros === 1 ? 'One row' : `${zeros} rows`} at 0 Hz left out.`,
    });
  if (notFinite.length > 0) {
    const where = notFinite
      .slice(0, 3)
      .map((i) => rows.lines[i])
      .join(', ');
    repairs.push({
      kind: 'not-finite',
      text: `${notFinite.length === 1 ? 'One row' : `${notFinite.length} rows`} without a finite number left out (line ${where}${notFinite.length > 3 ? ' ...' : ''}).`,
    });
  }
  const unsorted = kept.find((index, i) => i > 0 && rows.frequency[index] < rows.frequency[kept[i - 1]]);
  if (unsorted !== undefined) {
    kept.sort((a, b) => rows.frequency[a] - rows.frequency[b]);
    repairs.push({
      kind: 'sorted',
      text: `Rows were not in order of frequency (first at line ${rows.lines[unsorted]}): sorted.`,
    });
  }
  return { response: mergeRepeats(rows, kept, hzPerUnit, repairs), repairs };
}

function mergeRepeats(
  rows: RawRows,
  order: readonly number[],
  hzPerUnit: number,
  repairs: Repair[],
): Response {
  const frequencyHz: number[] = [];
  const levelDb: number[] = [];
  const phaseDeg: number[] = [];
  let repeated = 0;
  for (let i = 0; i < order.length;) {
    const f = rows.frequency[order[i]];
    let j = i;
    let power = 0;
    let re = 0;
    let im = 0;
    for (; j < order.length && rows.frequency[order[j]] === f; j++) {
      power += dbToPower(rows.level[order[j]]);
      if (rows.phase) {
        const angle = (rows.phase[order[j]] * Math.PI) / 180;
        re += Math.cos(angle);
        im += Math.sin(angle);
      }
    }
    repeated += j - i - 1;
    frequencyHz.push(f * hzPerUnit);
    levelDb.push(j - i === 1 ? rows.level[order[i]] : powerToDb(power / (j - i)));
    if (rows.phase) phaseDeg.push(j - i === 1 ? rows.phase[order[i]] : (Math.atan2(im, re) * 180) / Math.PI);
    i = j;
  }
  if (repeated > MOST_REPEATED * order.length) {
    throw new ColumnError(
      `${repeated} of ${order.length} rows repeat a frequency: the file seems to hold several curves.`,
      'Export one curve a file.',
    );
  }
  if (frequencyHz.length < FEWEST_ROWS)
    throw new ColumnError(
      `There are only ${frequencyHz.length} usable rows.`,
      `At least ${FEWEST_ROWS} are needed for a curve.`,
    );
  if (repeated > 0)
    repairs.push({
      kind: 'averaged',
      text: `${repeated === 1 ? 'One row repeats' : `${repeated} rows repeat`} a frequency: levels averaged.`,
    });
  return rows.phase ? { frequencyHz, levelDb, phaseDeg } : { frequencyHz, levelDb };
}
