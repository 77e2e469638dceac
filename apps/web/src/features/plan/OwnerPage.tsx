import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { CircleCheck, CircleDashed } from 'lucide-react';
import { type Decision, type Loss, readinessOf, REQUIRED_SOUNDS, SOUND_WORD } from '@ulpen/core';
import { useFramedPlan } from './PlanFrame.tsx';
import { SOUND_AFTER_WORD } from './plan-words.ts';
import { SignForm } from './SignForm.tsx';
import { TakeBack } from './TakeBack.tsx';
import { useSign } from './use-sign.ts';
import './owner.css';

/** What the owner has to know and sign: sounds before and after, losses, duties. */
export function OwnerPage() {
  const { job, shown } = useFramedPlan();
  const { proposal } = shown;
  const ready = readinessOf(proposal, job.decisions);
  const [signing, setSigning] = useState(false);
  const { sign, busy } = useSign(job, 'consent', shown);
  const consents: { loss: Loss; decision: Decision | null }[] = proposal.losses.map((loss) => ({
    loss,
    decision: ready.consented.find((c) => c.loss === loss)?.decision ?? null,
  }));
  return (
    <main className="panes owner">
      <section className="pane" aria-label="Sounds">
        <div className="pane-title">
          <h2>Sounds to try, before and after</h2>
        </div>
        <table className="plain-table triggers">
          <thead>
            <tr>
              <th scope="col">Sound</th>
              <th scope="col">Afterwards</th>
              <th scope="col">Why</th>
              <th scope="col" className="print-only">
                Before
              </th>
              <th scope="col" className="print-only">
                After
              </th>
            </tr>
          </thead>
          <tbody>
            {proposal.triggers.map((t) => (
              <tr key={t.sound}>
                <th scope="row">
                  {SOUND_WORD[t.sound]}
                  {REQUIRED_SOUNDS.includes(t.sound) && <span className="small quiet"> must stay</span>}
                </th>
                <td>
                  <span className={`after after-${t.after}`}>{SOUND_AFTER_WORD[t.after]}</span>
                </td>
                <td className="small">{t.why || t.says}</td>
                <td className="print-only tick-box">☐</td>
                <td className="print-only tick-box">☐</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section className="pane" aria-label="Losses and duties">
        <div className="pane-title">
          <h2>What the owner loses</h2>
        </div>
        {consents.length === 0 && <p className="quiet">Nothing known.</p>}
        <ul className="losses">
          {consents.map(({ loss, decision }) => (
            <li key={loss.rule}>
              {decision || !loss.consent ? (
                <CircleCheck size={18} aria-label={decision ? 'Consented' : 'To be told'} />
              ) : (
                <CircleDashed size={18} aria-label="Consent open" />
              )}
              <span>
                {loss.text}{' '}
                {decision ? (
                  <span className="small quiet">
                    Consented, signed {decision.signedBy}.{' '}
                    <TakeBack decision={decision} said="Consent is open again." />
                  </span>
                ) : (
                  loss.consent && <span className="small look">needs the owner’s consent</span>
                )}
              </span>
            </li>
          ))}
        </ul>
        {ready.unsigned.length > 0 && !signing && (
          <Button variant="secondary" className="no-print" onClick={() => setSigning(true)}>
            Record the owner’s consent …
          </Button>
        )}
        {signing && (
          <SignForm
            title="Record consent"
            items={ready.unsigned.map((l) => ({ key: l.rule, text: l.text, value: l }))}
            busy={busy}
            onCancel={() => setSigning(false)}
            onSign={(losses, signedBy) => sign(losses, signedBy, () => setSigning(false))}
          />
        )}
        <h2 className="label mt-3">In any case</h2>
        <ul className="duties">
          {proposal.duties.map((d) => (
            <li key={d}>{d}</li>
          ))}
        </ul>
      </section>
    </main>
  );
}
