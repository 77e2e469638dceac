import { Link } from 'react-router';
import { FileText } from 'lucide-react';
import type { JobView, PairView } from '@ulpen/core';
import { useBehaviour } from '../use-behaviour.ts';
import { BassTable } from './BassTable.tsx';
import { FindingCard } from './FindingCard.tsx';
import { findingsOfPair } from './pair-findings.ts';
import { toneOf } from './finding-tone.ts';
import './findings.css';

/** What one output does beyond its band: what was tested is shown, what was not is counted. */
export function PairFindings({ job, pair }: { job: JobView; pair: PairView }) {
  const behaviour = useBehaviour(job);
  const all = findingsOfPair(behaviour, job, pair);
  const tested = all.filter(({ finding }) => toneOf(finding) !== 'open');
  const open = all.length - tested.length;
  return (
    <section className="findings" aria-label="Behaviour">
      <div className="d-flex align-items-center gap-2">
        <h3 className="label m-0">How it behaves</h3>
        <span className="flex-fill" />
        <Link className="btn btn-quiet no-print" to={`/jobs/${job.id}/listen/${pair.id}/sheet`}>
          <FileText size={17} /> Profile sheet
        </Link>
      </div>
      {tested.map(({ key, title, finding, bass }) => (
        <FindingCard key={key} heading="h4" title={title} finding={finding}>
          {bass && <BassTable bass={bass} />}
        </FindingCard>
      ))}
      {open > 0 && (
        <p className="small quiet m-0">
          {tested.length === 0 ? 'Level, bass, clean maximum, load and engine' : `${open} more`} not tested.{' '}
          <Link to={`/jobs/${job.id}/listen/tests`}>Guided tests</Link>
        </p>
      )}
    </section>
  );
}
