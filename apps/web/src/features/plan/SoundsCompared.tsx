import { type Proposal, SOUND_WORD, type TriggerSound } from '@ulpen/core';
import { SOUND_AFTER_WORD } from './plan-words.ts';

/** What becomes of each sound of the car by each way in, in the order of the list above. */
export function SoundsCompared({ proposals }: { proposals: readonly Proposal[] }) {
  const sounds = [...new Set(proposals.flatMap((p) => p.triggers.map((t) => t.sound)))];
  if (sounds.length === 0) return null;
  const after = ({ triggers }: Proposal, sound: TriggerSound) =>
    triggers.find((t) => t.sound === sound)?.after;
  return (
    <section className="sounds-compared" aria-label="Sounds of the car" tabIndex={0}>
      <h2 className="label">What happens to the car’s sounds</h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th scope="col">Sound</th>
            {proposals.map((p, i) => (
              <th key={p.strategy} scope="col" title={p.title}>
                <span className="num">{i + 1}</span>
                <span className="visually-hidden"> {p.title}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sounds.map((sound) => (
            <tr key={sound}>
              <th scope="row">{SOUND_WORD[sound]}</th>
              {proposals.map((p) => {
                const becomes = after(p, sound);
                return (
                  <td key={p.strategy}>
                    {becomes && <span className={`after after-${becomes}`}>{SOUND_AFTER_WORD[becomes]}</span>}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
