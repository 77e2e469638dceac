import { Check, Minus } from 'lucide-react';
import { ADDED_SOUNDS, type JobBehaviour, type JobView, pairName, SOUND_WORD } from '@ulpen/core';
import { MADE_WORD } from '../findings/added-words.ts';

/** Sounds against outputs: where each is heard, and where it is made. */
export function AddedTable({ job, behaviour }: { job: JobView; behaviour: JobBehaviour }) {
  const pairs = job.units.flatMap((u) => u.pairs);
  const found = (pairId: string, sound: string) =>
    behaviour.pairs.find((p) => p.pairId === pairId)?.added.find((a) => a.sound === sound);
  return (
    <div className="added-scroll" tabIndex={0} role="group" aria-label="Sounds by output">
      <table className="plain-table added-table">
        <thead>
          <tr>
            <th scope="col">Output</th>
            {ADDED_SOUNDS.map((s) => (
              <th key={s} scope="col">
                {SOUND_WORD[s]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {pairs.map((p) => (
            <tr key={p.id}>
              <th scope="row">{pairName(p)}</th>
              {ADDED_SOUNDS.map((s) => {
                const a = found(p.id, s);
                return (
                  <td key={s}>
                    {!a ? (
                      <span className="visually-hidden">not tested</span>
                    ) : a.madeIn === 'own-speaker' ? (
                      <span className="small">own speaker</span>
                    ) : a.heard ? (
                      <>
                        <Check size={17} aria-label="heard" />{' '}
                        <span className="small quiet">{MADE_WORD[a.madeIn]}</span>
                      </>
                    ) : (
                      <Minus size={17} className="quiet" aria-label="not heard" />
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
