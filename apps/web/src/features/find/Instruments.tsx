import { INSTRUMENTS, kindOf } from '@ulpen/core';
import { useFindStore } from './find-store.ts';

/** The instruments, each with its key; copper is the one in hand. */
export function Instruments({ onDone, onListen }: { onDone: () => void; onListen: () => void }) {
  const { instrument, walking, choose, walk, source, setSource } = useFindStore();
  const button = (name: string, key: string, on: boolean, act: () => void) => (
    <button
      key={key}
      type="button"
      className={`instrument ${on ? 'instrument-on' : ''}`}
      aria-pressed={on}
      title={name === 'Walk' ? 'Volts AC while balance and fader go round' : undefined}
      onClick={act}
    >
      {name} <kbd>{key.toUpperCase()}</kbd>
    </button>
  );
  return (
    <div className="instruments" role="toolbar" aria-label="Instruments">
      {INSTRUMENTS.map((i) =>
        button(kindOf(i).name, kindOf(i).key, instrument === i && !walking, () => {
          choose(i);
          onDone();
        }),
      )}
      {button('Walk', 'b', walking, () => {
        walk();
        onDone();
      })}
      {button('Capture', 'c', false, onListen)}
      {instrument === 'cone' && (
        <span className="cone-source" role="radiogroup" aria-label="What drives the pair">
          {(['tester', 'battery'] as const).map((s) => (
            <button
              key={s}
              type="button"
              role="radio"
              aria-checked={source === s}
              className={source === s ? 'instrument instrument-on' : 'instrument'}
              onClick={() => setSource(s)}
            >
              {s === 'tester' ? 'polarity tester' : '1.5 V battery'}
            </button>
          ))}
        </span>
      )}
    </div>
  );
}
