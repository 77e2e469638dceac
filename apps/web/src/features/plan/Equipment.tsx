import type { Proposal } from '@ulpen/core';
import { StandingTag } from '../../ui/StandingTag.tsx';
import { KIND_WORD } from '../../ui/device-words.ts';

/** What is to be bought: the kind first, then the device of the library that fits. */
export function Equipment({ proposal }: { proposal: Proposal }) {
  if (proposal.equipment.length === 0) return null;
  return (
    <section className="equipment" aria-label="Equipment">
      <h2 className="label">Equipment</h2>
      <table className="plain-table">
        <tbody>
          {proposal.equipment.map((e) => (
            <tr key={`${e.kind}-${e.name}-${e.says}`}>
              <th scope="row">{KIND_WORD[e.kind]}</th>
              <td>
                {e.name === null ? (
                  <StandingTag standing="assumed">none in the library fits</StandingTag>
                ) : (
                  <strong>
                    {e.count > 1 && <span className="num">{e.count} × </span>}
                    {e.name}
                  </strong>
                )}{' '}
                <span className="quiet">{e.says}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
