import { placesOf } from '../../wiring/job/places.ts';
import type { Page, BookSheet } from '../marks.ts';
import type { BookInput } from './book-input.ts';
import { cablesSheet } from './cables-sheet.ts';
import { coverSheet } from './cover-sheet.ts';
import { labelsSheet } from './labels-sheet.ts';
import { cutSheet, partsSheet } from './list-sheets.ts';
import { numbered } from './numbered.ts';
import { placeSheets } from './place-sheet.ts';
import { supplySheet } from './supply-sheet.ts';

/** Every sheet of a job's wiring, in the order of the work, its pages numbered through. */
export function wiringBook(input: BookInput): BookSheet[] {
  const places = placesOf(input.bench, input.wiring);
  const sheets: BookSheet[] = [
    ...placeSheets(places, input),
    cablesSheet(input),
    supplySheet(input),
    cutSheet(input),
    partsSheet(input),
    labelsSheet(input),
  ].filter((s) => s.pages.length > 0);
  return numbered([coverSheet(sheets, input), ...sheets], input);
}

/** Pages of some sheets one after another. */
export const pagesOf = (sheets: readonly BookSheet[]): Page[] => sheets.flatMap((s) => s.pages);
