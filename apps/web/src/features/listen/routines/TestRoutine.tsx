import { AudioLines, TriangleAlert } from 'lucide-react';
import { SelectField } from '../../../ui/SelectField.tsx';
import { Link, useSearchParams } from 'react-router';
import { type JobBehaviour, type JobView, pairName, type PairView } from '@ulpen/core';
import { FindingCard } from '../findings/FindingCard.tsx';
import { toneOf } from '../findings/finding-tone.ts';
import { InHand } from '../../../ui/InHand.tsx';
import { CheckForm } from './CheckForm.tsx';
import { CheckList } from './CheckList.tsx';
import { VoltsTable } from './VoltsTable.tsx';
import { type GuidedTest, namesOf, type RecordWith } from './guided-test.ts';

interface TestRoutineProps {
  test: GuidedTest;
  job: JobView;
  behaviour: JobBehaviour;
}

/** One test from its question to its answer. */
export function TestRoutine({ test, job, behaviour }: TestRoutineProps) {
  const [params, setParams] = useSearchParams();
  const pairs = test.pairs?.(job) ?? [];
  const pair = pairs.find((p) => p.id === params.get('pair')) ?? pairs[0] ?? null;
  const finding = test.finding(behaviour, pair?.id ?? null, namesOf(job));
  const { Shows, AllOutputs } = test;
  const nobody = test.pairs !== null && pairs.length === 0;
  return (
    <>
      <h1>{test.title}</h1>
      <p className="test-asks">{test.asks}</p>
      {test.caution && (
        <p className="test-caution">
          <TriangleAlert size={18} aria-hidden />{' '}
          <span>{test.caution} Follow the vehicle maker’s instructions.</span>
        </p>
      )}
      <div className="test-how">
        <section aria-label="Set first">
          <h2 className="label">Set first</h2>
          <ul className="test-set">
            {test.set.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ul>
        </section>
        <section aria-label="Steps">
          <h2 className="label">Then</h2>
          <ol>
            {test.steps.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ol>
        </section>
      </div>
      {nobody ? (
        <p className="quiet">
          This job has no output that it could be asked of.{' '}
          <Link to={`/jobs/${job.id}/listen`}>Add the outputs</Link>
        </p>
      ) : (
        <section className="test-work" aria-label="Measure">
          {pair && (
            <div className="test-pair">
              <SelectField
                id="test-pair"
                label="Output"
                value={pair.id}
                options={pairs.map((p) => ({ value: p.id, word: pairName(p) }))}
                onChange={(id) => setParams({ pair: id }, { replace: true })}
              />
              {test.records.map((r, n) => (
                <Link
                  key={r.word}
                  className={`btn ${n === 0 ? 'btn-primary' : 'btn-secondary'}`}
                  to={liveAddress(job, pair, test, r)}
                >
                  <AudioLines size={18} /> {r.word}
                </Link>
              ))}
            </div>
          )}
          {test.forms.map(({ title, shape }) => (
            <div key={title}>
              <h2 className="label">{title}</h2>
              <CheckForm
                key={`${shape.kind}/${pair?.id}`}
                jobId={job.id}
                pairId={shape.kind === 'meter-tone' ? null : (pair?.id ?? null)}
                shape={shape}
              />
            </div>
          ))}
          {(test.volts || test.forms.some((f) => f.shape.byMeter)) && <InHand kinds={['meter']} />}
          {test.volts && pair && (
            <div>
              <h2 className="label">{test.volts.title}</h2>
              <VoltsTable key={test.id} job={job} pairs={pairs} pair={pair} along={test.volts.along} />
            </div>
          )}
          {finding && (
            <FindingCard heading="h2" title={pair ? pairName(pair) : test.title} finding={finding} open>
              {Shows && pair && <Shows job={job} behaviour={behaviour} pair={pair} />}
            </FindingCard>
          )}
          {test.kinds.length > 0 && (
            <CheckList job={job} kinds={test.kinds} pairId={test.pairs ? (pair?.id ?? null) : null} />
          )}
        </section>
      )}
      {AllOutputs && <AllOutputs job={job} behaviour={behaviour} />}
      {!AllOutputs && pairs.length > 1 && (
        <Others
          test={test}
          behaviour={behaviour}
          nameOf={namesOf(job)}
          pairs={pairs.filter((p) => p.id !== pair?.id)}
        />
      )}
    </>
  );
}

/** What the same test showed at the other outputs. */
function Others({
  test,
  behaviour,
  nameOf,
  pairs,
}: {
  test: GuidedTest;
  behaviour: JobBehaviour;
  nameOf: (pairId: string) => string;
  pairs: readonly PairView[];
}) {
  const told = pairs.flatMap((p) => {
    const finding = test.finding(behaviour, p.id, nameOf);
    return finding && toneOf(finding) !== 'open' ? [{ p, finding }] : [];
  });
  if (told.length === 0) return null;
  return (
    <section className="findings" aria-label="Other outputs">
      <h2 className="label">Other outputs</h2>
      {told.map(({ p, finding }) => (
        <FindingCard
          key={p.id}
          heading="h3"
          title={<Link to={`?pair=${p.id}`}>{pairName(p)}</Link>}
          finding={finding}
        />
      ))}
    </section>
  );
}

/** The live page with everything set that the test asks for; it comes back here. */
function liveAddress(job: JobView, pair: PairView, test: GuidedTest, r: RecordWith): string {
  const query = new URLSearchParams({ played: r.played, test: test.id });
  if (r.engine) query.set('engine', r.engine);
  if (r.doors) query.set('doors', r.doors);
  if (r.playedIn) query.set('in', r.playedIn);
  if (r.load) query.set('load', r.load);
  if (r.both) {
    const right = job.units
      .flatMap((u) => u.pairs)
      .find(
        (p) => p.side === 'right' && p.axle === pair.axle && p.way === pair.way && p.unitId === pair.unitId,
      );
    if (right) query.set('second', right.id);
  }
  return `/jobs/${job.id}/listen/live/${pair.id}?${query}`;
}
