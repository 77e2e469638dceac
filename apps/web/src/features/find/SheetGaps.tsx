import type { Completed, SheetGap, SheetRow } from '@ulpen/core';

interface SheetGapsProps {
  /** rows that could not be read as they were pasted */
  rows: readonly SheetRow[];
  /** all rows with what was put in since */
  now: readonly SheetRow[];
  completed: Completed;
  onComplete: (key: string, cell: SheetGap['cell'], said: string) => void;
}

const CELL_WORD = { cavity: 'cavity', wire: 'colour', function: 'function' };

/** Cells of a pasted table that could not be read, each to be put right where it stands; the rest of their rows is kept. */
export function SheetGaps({ rows, now, completed, onComplete }: SheetGapsProps) {
  if (rows.length === 0) return null;
  const current = new Map(now.map((r) => [r.key, r]));
  return (
    <table className="sheet-gaps">
      <caption>Not understood: correct it here, or leave it out</caption>
      <thead>
        <tr>
          <th scope="col">Line</th>
          <th scope="col">Cavity</th>
          <th scope="col">What is missing</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const open = current.get(row.key)?.gaps ?? row.gaps;
          return (
            <tr key={row.key}>
              <th scope="row" className="num">
                {row.line}
                {row.variant && <span className="quiet"> {row.variant}</span>}
              </th>
              <td className="num">{row.place || '–'}</td>
              <td>
                {row.gaps.map((gap) => (
                  <label key={gap.cell} className="sheet-gap">
                    <span>{CELL_WORD[gap.cell]}</span>
                    <input
                      className="form-control"
                      aria-label={`${CELL_WORD[gap.cell]} of line ${row.line}${row.variant ? `, ${row.variant}` : ''}`}
                      aria-invalid={open.some((g) => g.cell === gap.cell)}
                      maxLength={200}
                      value={completed[row.key]?.[gap.cell] ?? gap.said}
                      onChange={(e) => onComplete(row.key, gap.cell, e.target.value)}
                    />
                    <span className="small quiet">
                      {open.find((g) => g.cell === gap.cell)?.message ?? 'understood'}
                    </span>
                  </label>
                ))}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
