import { type Feed, formatVolts, headroomDb } from '@ulpen/core';
import { StandingTag } from '../../ui/StandingTag.tsx';

/** Volts at every point from factory output to speaker, what is left above them, and where it clips first. */
export function LevelTable({ feed, name }: { feed: Feed; name: string }) {
  const { chain } = feed;
  if (!chain) return null;
  return (
    <section className="levels" aria-label="Levels">
      <h2 className="label">
        Levels of {name}, at step {chain.gain.step}, tone at 0 dB
      </h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th scope="col">Point</th>
            <th scope="col" className="right">
              Volts
            </th>
            <th scope="col" className="right">
              At most
            </th>
            <th scope="col" className="right">
              Headroom
            </th>
          </tr>
        </thead>
        <tbody>
          {chain.points.map((p, i) => {
            const left = headroomDb(p);
            return (
              <tr key={p.name} className={i === chain.firstToClip ? 'levels-first' : ''}>
                <th scope="row">
                  {p.name}
                  {p.standing !== 'measured' && <StandingTag standing={p.standing} />}
                </th>
                <td className="right num">{formatVolts(p.volts)}</td>
                <td className="right num">{p.maxVolts === null ? 'open' : formatVolts(p.maxVolts)}</td>
                <td className={`right num ${left < -0.01 ? 'verdict-wrong' : ''}`}>
                  {Number.isFinite(left) ? `${Math.max(left, -99).toFixed(1).replace('-', '−')} dB` : ''}
                  {i === chain.firstToClip && <span className="small quiet"> clips first</span>}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
