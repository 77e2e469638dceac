import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { INPUT_KINDS, OUTPUT_KINDS, reducerNeeded } from '@ulpen/core';

/** Which level reducer has to be between output and input. */
export function ReducerAdvice() {
  const [output, setOutput] = useState<string>('amplifier');
  const [input, setInput] = useState<string>('line');
  const from = OUTPUT_KINDS.find((o) => o.id === output)!;
  const to = INPUT_KINDS.find((i) => i.id === input)!;
  const db = reducerNeeded(from.volts, to.volts);
  return (
    <div className="reducer-advice">
      <Form.Group controlId="reducer-output">
        <Form.Label>Measured is</Form.Label>
        <Form.Select value={output} onChange={(e) => setOutput(e.target.value)}>
          {OUTPUT_KINDS.map((o) => (
            <option key={o.id} value={o.id}>
              {o.word}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId="reducer-input">
        <Form.Label>With</Form.Label>
        <Form.Select value={input} onChange={(e) => setInput(e.target.value)}>
          {INPUT_KINDS.map((i) => (
            <option key={i.id} value={i.id}>
              {i.word}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <p className="m-0" role="status">
        {db === 0 ? (
          'No reducer is needed for the level. Isolation still is.'
        ) : db === null ? (
          'No common reducer is enough: use another input.'
        ) : (
          <>
            A reducer of <strong className="num">{db} dB</strong> ({Math.round(10 ** (db / 20))} to 1) or
            more.
          </>
        )}
        {input === 'microphone' &&
          ' A microphone socket has one channel with a DC bias on it: no two outputs at once, and a coupling capacitor or transformer is needed.'}
      </p>
    </div>
  );
}
