import type { Sheet } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  sheet: Sheet;
  /** null: the readings choose */
  variant: string | null;
}

/** Which variant of a sheet is believed. */
export const chooseVariant: Command<Input, Sheet> = {
  job: ({ jobId }) => jobId,
  request: ({ sheet: { id, name, source, claims, version }, variant }) => ({
    method: 'PUT',
    path: `/sheets/${id}`,
    body: { name, source, claims, chosenVariant: variant, version },
  }),
  atOnce: (views, { sheet, variant }) =>
    views.harness((view) => ({
      ...view,
      sheets: view.sheets.map((s) => (s.id === sheet.id ? { ...s, chosenVariant: variant } : s)),
    })),
  touches: () => ['job', 'harness'],
};
