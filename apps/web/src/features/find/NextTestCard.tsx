import { useState } from 'react';
import { Button } from 'react-bootstrap';
import {
  conditionWords,
  type HarnessView,
  type HarnessWorkings,
  isSettled,
  kindOf,
  type NextTest,
  placeOf,
  toolGaps,
} from '@ulpen/core';

interface NextTestCardProps {
  tests: NextTest[];
  workings: HarnessWorkings;
  view: HarnessView;
  onGo: (test: NextTest) => void;
  onMeasure: (() => void) | null;
}

const titleOf = ({ instrument }: NextTest) => kindOf(instrument).asTest ?? kindOf(instrument).name;

/** The test that tells most for its effort; the others are one press away. */
export function NextTestCard({ tests, workings, view, onGo, onMeasure }: NextTestCardProps) {
  const [skipped, setSkipped] = useState<string | null>(null);
  const key = (t: NextTest) =>
    `${t.instrument} ${t.cavityId} ${t.otherCavityId ?? ''} ${JSON.stringify(t.conditions)}`;
  const left = tests.filter((t) => key(t) !== skipped);
  const test = left[0] ?? tests[0];
  const wires = workings.wires.length;
  const settled = workings.map.cavities.filter((c) => isSettled(workings.map, c)).length;
  if (!test) {
    const open = wires - settled;
    return (
      <section className="next-test next-test-none" aria-label="Next test">
        <h2>
          {wires === 0
            ? 'No wires on this job yet'
            : open === 0
              ? 'Everything is settled'
              : 'Nothing more to gain here'}
        </h2>
        <p>
          {open === 0
            ? 'Print the pin map, or take the outputs over into Listen.'
            : `${open} of ${wires} stay open with the tools at hand. What is marked “look again” may need another tool, or eyes on the other end of the wire.`}
        </p>
        {toolGaps(workings).map((gap) => (
          <p key={gap} className="small quiet">
            {gap}
          </p>
        ))}
      </section>
    );
  }
  const place = placeOf(workings, ...[test.cavityId, test.otherCavityId].filter((id) => id !== null));
  return (
    <section className="next-test" aria-label="Next test">
      <p className="label">
        Next, the most telling test{' '}
        <span className="quiet num">
          {settled}/{wires} settled
        </span>
      </p>
      <h2>
        {titleOf(test)} {test.instrument === 'seen' ? '' : test.otherCavityId ? 'across ' : 'on '}
        <span className="num">{place}</span>
      </h2>
      <p>{test.why}</p>
      {test.instrument !== 'seen' && <p className="quiet small">{conditionWords(test.conditions)}</p>}
      <div className="d-flex gap-2 flex-wrap">
        <Button onClick={() => onGo(test)}>
          Go there <kbd>J</kbd>
        </Button>
        {tests.length > 1 && (
          <Button variant="secondary" onClick={() => setSkipped(key(test))}>
            Another
          </Button>
        )}
      </div>
      {view.readings.length === 0 && onMeasure && (
        <p className="small quiet mt-2">
          This is a practice car: <kbd>J</kbd> goes to the test, <kbd>M</kbd> takes it.
        </p>
      )}
      {left.length > 1 && (
        <ul className="next-others">
          {left.slice(1).map((t) => (
            <li key={key(t)}>
              <button type="button" onClick={() => onGo(t)}>
                {kindOf(t.instrument).name}{' '}
                <span className="num">
                  {placeOf(workings, ...[t.cavityId, t.otherCavityId].filter((id) => id !== null))}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
