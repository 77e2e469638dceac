import { Link, useParams, useSearchParams } from 'react-router';
import { ArrowLeft } from 'lucide-react';
import type { JobBehaviour, JobView } from '@ulpen/core';
import { EmptyState } from '../../../ui/EmptyState.tsx';
import { useFramedMeasuredJob } from '../../../api/framed-job.ts';
import { toneOf } from '../findings/finding-tone.ts';
import { useBehaviour } from '../use-behaviour.ts';
import { type GuidedTest, namesOf } from './guided-test.ts';
import { GUIDED_TESTS } from './guided-tests.ts';
import { TestRoutine } from './TestRoutine.tsx';
import './tests.css';

/** Guided tests: what to set, what to do, and what the outputs showed. */
export function TestsPage() {
  const job = useFramedMeasuredJob();
  const behaviour = useBehaviour(job);
  const { test: id } = useParams();
  const [params] = useSearchParams();
  const test = GUIDED_TESTS.find((t) => t.id === id) ?? (id ? null : GUIDED_TESTS[0]);
  return (
    <main className={`tests ${id ? 'tests-one' : ''}`}>
      <nav className="tests-list" aria-label="Guided tests">
        <ul>
          {GUIDED_TESTS.map((t) => {
            const { done, of } = progress(t, job, behaviour);
            return (
              <li key={t.id}>
                <Link
                  to={{ pathname: `/jobs/${job.id}/listen/tests/${t.id}`, search: params.toString() }}
                  aria-current={t.id === test?.id ? 'page' : undefined}
                >
                  <span>
                    <strong>{t.title}</strong>
                    <span className="small quiet d-block">{t.with}</span>
                  </span>
                  <span className={`num small ${done > 0 ? '' : 'quiet'}`}>
                    {of === 0 ? '–' : `${done}/${of}`}
                  </span>
                </Link>
              </li>
            );
          })}
        </ul>
      </nav>
      <section className="tests-work" aria-label="One test">
        <Link className="btn btn-quiet back-to-tests no-print" to={`/jobs/${job.id}/listen/tests`}>
          <ArrowLeft size={18} /> All tests
        </Link>
        {test ? (
          <TestRoutine key={test.id} test={test} job={job} behaviour={behaviour} />
        ) : (
          <EmptyState title="There is no such test">Choose one from the list.</EmptyState>
        )}
      </section>
    </main>
  );
}

/** Outputs that a test says something of, and how many it could. */
function progress(test: GuidedTest, job: JobView, behaviour: JobBehaviour): { done: number; of: number } {
  if (!test.pairs) {
    const finding = test.finding(behaviour, null, namesOf(job));
    return { done: finding && toneOf(finding) !== 'open' ? 1 : 0, of: 1 };
  }
  const pairs = test.pairs(job);
  const told = pairs.filter(({ id }) => {
    if (test.isTold) return test.isTold(job, id);
    const finding = test.finding(behaviour, id, namesOf(job));
    return finding !== null && toneOf(finding) !== 'open';
  });
  return { done: told.length, of: pairs.length };
}
