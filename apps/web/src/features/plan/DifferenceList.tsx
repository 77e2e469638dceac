import type { Difference } from '@ulpen/core';

/** `now`: the same plan worked out again; `later`: a later revision of it */
const KIND_WORDS = {
  now: { worse: 'Does not hold', changed: 'Look again', better: 'Settled' },
  later: { worse: 'Worse', changed: 'Changed', better: 'Better' },
} as const;
const MOST_SHOWN = 8;

/** What is different between two states of a plan, the worst first. */
export function DifferenceList({
  differences,
  of = 'now',
}: {
  differences: readonly Difference[];
  of?: keyof typeof KIND_WORDS;
}) {
  if (differences.length === 0) return <p className="quiet">Nothing about this plan is different.</p>;
  const more = differences.length - MOST_SHOWN;
  return (
    <>
      <ul className="differences">
        {differences.slice(0, MOST_SHOWN).map((d) => (
          <li key={d.text} className={`difference difference-${d.kind}`}>
            <span className="label">{KIND_WORDS[of][d.kind]}</span> <span>{d.text}</span>
          </li>
        ))}
      </ul>
      {more > 0 && <p className="small quiet">and {more} more</p>}
    </>
  );
}
