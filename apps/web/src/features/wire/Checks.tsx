import { CircleCheck, TriangleAlert } from 'lucide-react';
import type { WiringRemark } from '@ulpen/core';

/** Rules that the conductors break as they are, with what to do about each. */
export function Checks({ remarks, good }: { remarks: readonly WiringRemark[]; good: string }) {
  return (
    <section className="wire-checks" aria-label="Checks">
      <h3 className="label">Checks</h3>
      {remarks.length === 0 ? (
        <p className="wire-check">
          <CircleCheck size={18} aria-hidden /> {good}
        </p>
      ) : (
        <ul>
          {remarks.map((r) => (
            <li key={`${r.rule} ${r.text}`} className={`wire-check wire-check-${r.severity}`}>
              <TriangleAlert size={18} aria-hidden />
              <span>
                <strong>{r.text}</strong> {r.remedy}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
