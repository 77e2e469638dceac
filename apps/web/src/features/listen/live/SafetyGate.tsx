import { useState } from 'react';
import { ShieldAlert } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';

const MUST = [
  {
    id: 'isolated',
    text: 'The input is isolated, differential, or behind a transformer level reducer.',
    why: 'An ordinary input joins both minus wires to its ground. On bridged outputs that is a short circuit.',
  },
  {
    id: 'battery',
    text: 'The laptop runs from its battery, and nothing else joins it to the car.',
    why: 'A charger, a screen or a USB lead to the car is that same ground by another way.',
  },
  {
    id: 'reducer',
    text: 'A level reducer is fitted wherever a speaker could be connected.',
    why: 'Most line inputs take about 2 V. A speaker output gives 10 V and more, a boosted one 30 V.',
  },
  {
    id: 'plug',
    text: 'The plug is known to be audio: not yellow (restraint), not orange (high voltage).',
    why: 'What is not yet told from data or audio is touched with a meter only.',
  },
];

/** Said before anything is connected. Nothing is heard until all of it holds. */
export function SafetyGate({ onPassed }: { onPassed: () => void }) {
  const [done, setDone] = useState<string[]>([]);
  return (
    <section className="safety-gate" aria-labelledby="gate-title">
      <h2 id="gate-title">
        <ShieldAlert size={20} aria-hidden /> Before a lead touches the car
      </h2>
      {MUST.map(({ id, text, why }) => (
        <Form.Check
          key={id}
          id={`gate-${id}`}
          checked={done.includes(id)}
          onChange={(e) => setDone((d) => (e.target.checked ? [...d, id] : d.filter((x) => x !== id)))}
          label={
            <>
              <strong>{text}</strong>
              <span className="small quiet d-block">{why}</span>
            </>
          }
        />
      ))}
      <p className="small quiet m-0">
        Follow the vehicle maker’s instructions, local rules and licensed practice. Start quiet; loud tones
        harm tweeters and hearing.
      </p>
      <Button disabled={done.length < MUST.length} onClick={onPassed}>
        All of it holds: open the input
      </Button>
    </section>
  );
}
