import { type HarnessWorkings, mismatchesOf } from '@ulpen/core';

/** Each sheet in one line: the variant that fits best, and how many of its rows do not. */
export function SheetLines({ workings, onOpen }: { workings: HarnessWorkings; onOpen: () => void }) {
  if (workings.map.sheets.length === 0) return null;
  return (
    <div className="claims-lines">
      {workings.map.sheets.map(({ sheet, variants }) => {
        const best = [...variants].sort((a, b) => b.probability - a.probability)[0];
        const wrong = best ? mismatchesOf(workings, sheet.id, best.variant).length : 0;
        const fits = best && best.probability > 0.6;
        return (
          <button key={sheet.id} type="button" className="claims-line" onClick={onOpen}>
            <span>
              {sheet.name} {best?.variant && <span className="num">{best.variant}</span>}
            </span>
            <span className="quiet">
              {!fits ? 'does not fit so far' : wrong > 0 ? `fits, ${wrong} rows do not` : 'fits so far'}
            </span>
          </button>
        );
      })}
    </div>
  );
}
