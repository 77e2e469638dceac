import { useState } from 'react';
import { INPUT_KINDS, OUTPUT_KINDS, reducerNeeded } from '@ulpen/core';
import { SelectField } from '../../../ui/SelectField.tsx';

/** Which level reducer has to be between output and input. */
export function ReducerAdvice() {
  const [output, setOutput] = useState<string>('amplifier');
  const [input, setInput] = useState<string>('line');
  const from = OUTPUT_KINDS.find((o) => o.id === output)!;
  const to = INPUT_KINDS.find((i) => i.id === input)!;
  const db = reducerNeeded(from.volts, to.volts);
  return (
    <div className="reducer-advice">
      <SelectField
        id="reducer-output"
        label="Measured is"
        value={output}
        options={OUTPUT_KINDS.map(({ id, word }) => ({ value: id, word }))}
        onChange={setOutput}
      />
      <SelectField
        id="reducer-input"
        label="With"
        value={input}
        options={INPUT_KINDS.map(({ id, word }) => ({ value: id, word }))}
        onChange={setInput}
      />
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
