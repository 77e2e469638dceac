import { Link } from 'react-router';
import { isUpToDate, type JobView, type Plan } from '@ulpen/core';
import { useDifferences } from './use-plan.ts';

const KIND_WORD = { worse: 'Does not hold', changed: 'Look again', better: 'Settled' } as const;

/** What was found since a plan was kept, and what it changes about it. */
export function OutOfDate({ job, kept }: { job: JobView; kept: Plan }) {
  const { data: differences } = useDifferences(job, kept);
  const upToDate = isUpToDate(kept.basis, job);
  if (!differences || (upToDate && differences.length === 0)) return null;
  const worse = differences.some((d) => d.kind === 'worse');
  return (
    <div className={`stale-plan ${worse ? 'stale-worse' : ''}`} role="alert">
      <div>
        <p>
          <strong>
            {worse
              ? 'Contradicted.'
              : differences.length > 0
                ? 'Out of date.'
                : 'Worked out before the last reading.'}
          </strong>{' '}
          {differences.length === 0
            ? 'What was added since changes nothing about it.'
            : 'Since this plan was kept, something was measured, withdrawn or changed in the wish:'}
        </p>
        <ul>
          {differences.slice(0, 8).map((d) => (
            <li key={d.text} className={`difference difference-${d.kind}`}>
              <span className="label">{KIND_WORD[d.kind]}</span> {d.text}
            </li>
          ))}
        </ul>
        {differences.length > 8 && <p className="small quiet">and {differences.length - 8} more</p>}
      </div>
      <Link className="btn btn-secondary" to={{ search: `way=${kept.proposal.strategy}` }}>
        See what it would be now
      </Link>
    </div>
  );
}
