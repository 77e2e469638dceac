import { Form } from 'react-bootstrap';
import { useDevices } from '../../api/shop-queries.ts';
import { useWhatIf } from '../../api/plan-given.ts';

/** Questions of the customer: nothing of them is stored, all of them are in the address. */
export function WhatIfBar() {
  const [question, ask] = useWhatIf();
  const amplifiers = (useDevices().data ?? []).filter((d) => d.kind === 'amplifier');
  const asked = question.noCut || question.noAnalyser || question.amplifierId;
  return (
    <div className={`what-if no-print ${asked ? 'what-if-on' : ''}`} role="group" aria-label="What if">
      <span className="label">What if</span>
      <button
        type="button"
        className={`toggle ${question.noCut ? 'toggle-on' : ''}`}
        aria-pressed={question.noCut}
        onClick={() => ask({ ...question, noCut: !question.noCut })}
      >
        no wire is cut
      </button>
      <button
        type="button"
        className={`toggle ${question.noAnalyser ? 'toggle-on' : ''}`}
        aria-pressed={question.noAnalyser}
        onClick={() => ask({ ...question, noAnalyser: !question.noAnalyser })}
      >
        there were no analyser
      </button>
      <Form.Select
        aria-label="Another amplifier"
        value={question.amplifierId ?? ''}
        onChange={(e) => ask({ ...question, amplifierId: e.target.value || null })}
      >
        <option value="">amplifiers as planned</option>
        {amplifiers.map((a) => (
          <option key={a.id} value={a.id}>
            {a.name} drives everything
          </option>
        ))}
      </Form.Select>
      {asked && (
        <button type="button" className="toggle" onClick={() => ask({})}>
          back to the job as it is
        </button>
      )}
    </div>
  );
}
