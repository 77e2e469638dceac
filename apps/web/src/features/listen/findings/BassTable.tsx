import { BASS_OCTAVES_HZ, type BassWithdrawal, formatDb } from '@ulpen/core';

/** Loss by octave and step; the darker, the more is gone. */
export function BassTable({ bass }: { bass: BassWithdrawal }) {
  if (bass.steps.length < 2) return null;
  const shown = BASS_OCTAVES_HZ.map((hz, o) => ({ hz, o })).filter(({ o }) =>
    bass.steps.some((s) => s.db[o] !== null),
  );
  const columns = { gridTemplateColumns: `auto repeat(${shown.length}, minmax(3.5rem, 5rem))` };
  return (
    <div className="bass-curve num" role="table" aria-label="Bass lost, dB" style={columns}>
      <span className="bass-step" role="columnheader">
        dB
      </span>
      {shown.map(({ hz }) => (
        <span key={hz} role="columnheader">
          {hz} Hz
        </span>
      ))}
      {bass.steps.flatMap((s) => [
        <span key={s.step} className="bass-step" role="rowheader">
          step {s.step}
        </span>,
        ...shown.map(({ hz, o }) => {
          const db = s.db[o];
          const share = `${Math.round(Math.min(1, Math.max(0, -(db ?? 0) / 12)) * 38)}%`;
          return (
            <span
              key={`${s.step}/${hz}`}
              role="cell"
              className="bass-cell"
              style={{ '--share': share } as React.CSSProperties}
            >
              {db === null ? '–' : formatDb(db)}
            </span>
          );
        }),
      ])}
    </div>
  );
}
