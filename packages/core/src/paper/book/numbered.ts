import type { Mark, BookSheet } from '../marks.ts';
import type { BookInput } from './book-input.ts';

const SIDE = 42;

/** Sheets with head and foot on every page: what it is of, whether it may be built from, and page n of m. */
export function numbered(sheets: readonly BookSheet[], { job, plan, day }: BookInput): BookSheet[] {
  const all = sheets.reduce((sum, s) => sum + s.pages.length, 0);
  let n = 0;
  return sheets.map((sheet) => ({
    ...sheet,
    pages: sheet.pages.map((page) => {
      n++;
      const { width, height } = page;
      const text = (
        x: number,
        y: number,
        said: string,
        more: Partial<Extract<Mark, { draw: 'text' }>> = {},
      ): Mark => ({
        ...{ draw: 'text', x, y, text: said, size: 8.5, face: 'label', align: 'left', ink: 'quiet' },
        ...more,
      });
      const rule = (y: number): Mark => ({
        draw: 'line',
        points: [
          [SIDE, y],
          [width - SIDE, y],
        ],
        width: 0.7,
        ink: 'copper',
        dashed: false,
      });
      const car = job.car.length > 60 ? `${job.car.slice(0, 59)}…` : job.car;
      return {
        ...page,
        marks: [
          text(SIDE, 34, sheet.title, { size: 14, face: 'strong', ink: 'ink' }),
          ...(plan.agreedAt === null
            ? [
                text(width - SIDE, 34, 'DRAFT: no plan is agreed, do not cut', {
                  align: 'right',
                  ink: 'wrong',
                  size: 10,
                }),
              ]
            : []),
          rule(42),
          ...page.marks,
          rule(height - 34),
          text(SIDE, height - 22, `${car} · ${plan.name}, revision ${plan.revision}`),
          text(width - SIDE, height - 22, `${day} · page ${n} of ${all}`, { align: 'right' }),
        ],
      };
    }),
  }));
}
