import { BASS_OCTAVES_HZ, type BassWithdrawal, formatDb } from '@ulpen/core';

/** Loss by octave and step; the darker, the more is gone. */
export function BassTable({ bass }: { bass: BassWithdrawal }) {
  if (bass.steps.length < 2) return null;
  const shown = BASS_OCTAVES_HZ.map((hz, o) => ({ hz, o })).filter(({ o }) =>
    bass.steps.some((s) => s.db[o] !== null),
  );
  return (
    <table className="bass-curve num">
      <caption className="visually-hidden">Change of bass against the lowest step, dB</caption>
      <thead>
        <tr>
          <th scope="col">dB</th>
          {shown.map(({ hz }) => (
            <th key={hz} scope="col">
              {hz} Hz
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {bass.steps.map((s) => (
          <tr key={s.step}>
            <th scope="row">step {s.step}</th>
            {shown.map(({ hz, o }) => {
              const db = s.db[o];
              const share = `${Math.round(Math.min(1, Math.max(0, -(db ?? 0) / 12)) * 38)}%`;
              return (
                <td key={hz} className="bass-cell" style={{ '--share': share } as React.CSSProperties}>
                  {db === null ? '–' : formatDb(db)}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
