import { ArrowLeft, Printer } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import {
  arrivalFinding,
  type Capture,
  captureInForce,
  equalisationOf,
  formatDb,
  formatFrequency,
  pairName,
  type PairView,
  TYPICAL_BANDS,
} from '@ulpen/core';
import { EmptyState } from '../../../ui/EmptyState.tsx';
import { MapDifferences } from '../../../ui/MapDifferences.tsx';
import { OutputPlace, OutputWires } from '../../../ui/OutputPlace.tsx';
import { StandingTag } from '../../../ui/StandingTag.tsx';
import { useFramedMeasuredJob } from '../../../api/framed-job.ts';
import { CaptureProfile } from '../CaptureProfile.tsx';
import { equaliserWords } from '../profile-words.ts';
import { BassTable } from '../findings/BassTable.tsx';
import { FindingCard } from '../findings/FindingCard.tsx';
import { toneOf } from '../findings/finding-tone.ts';
import { findingsOfPair } from '../findings/pair-findings.ts';
import { useBehaviour } from '../use-behaviour.ts';
import '../listen.css';
import './sheet.css';

/** Everything known of one output on a sheet to print or to send along. */
export function SheetPage() {
  const job = useFramedMeasuredJob();
  const behaviour = useBehaviour(job);
  const { pairId } = useParams();
  const pairs = job.units.flatMap((u) => u.pairs);
  const pair = pairs.find((p) => p.id === pairId);
  if (!pair)
    return (
      <EmptyState
        title="There is no such output"
        actions={
          <Link className="btn btn-secondary" to={`/jobs/${job.id}/listen`}>
            All outputs
          </Link>
        }
      >
        It may have been deleted in the meantime.
      </EmptyState>
    );
  const unit = job.units.find((u) => u.id === pair.unitId)!;
  const capture = captureInForce(job, pair);
  const nameOf = (id: string) => pairName(pairs.find((p) => p.id === id)!);
  const findings = findingsOfPair(behaviour, job, pair);
  const arrival = arrivalFinding(behaviour.arrivals, pair.id, nameOf);
  const at = pairs.findIndex((p) => p.id === pair.id);
  const next = pairs[(at + 1) % pairs.length];
  return (
    <main className="sheet">
      <div className="sheet-bar no-print">
        <Link className="btn btn-quiet" to={`/jobs/${job.id}/listen/${pair.id}`}>
          <ArrowLeft size={18} /> Outputs
        </Link>
        <span className="flex-fill" />
        {next.id !== pair.id && (
          <Link className="btn btn-quiet" to={`/jobs/${job.id}/listen/${next.id}/sheet`}>
            Next: {pairName(next)}
          </Link>
        )}
        <Button variant="secondary" onClick={() => window.print()}>
          <Printer size={18} /> Print
        </Button>
      </div>
      <article className="sheet-page">
        <header>
          <div>
            <h1>{pairName(pair)}</h1>
            <p className="quiet m-0">
              {unit.name}
              {unit.location && `, ${unit.location}`} · {job.car} {job.year}
            </p>
          </div>
          <div className="sheet-wires">
            <OutputPlace pair={pair} />
            <OutputWires pair={pair} />
          </div>
          <StandingTag standing={capture ? 'measured' : 'assumed'}>
            {capture ? 'band measured' : 'band assumed'}
          </StandingTag>
        </header>
        <MapDifferences job={job} pair={pair} />
        {capture ? <CaptureProfile capture={capture} pair={pair} /> : <Typical pair={pair} />}
        {capture && <EqualisationLine capture={capture} />}
        <section className="findings" aria-label="Behaviour">
          <h2 className="label">How it behaves</h2>
          {[...findings, { key: 'arrival', title: 'Delay and polarity', finding: arrival, bass: undefined }]
            .sort((a, b) => Number(toneOf(a.finding) === 'open') - Number(toneOf(b.finding) === 'open'))
            .map(({ key, title, finding, bass }) => (
              <FindingCard key={key} heading="h3" title={title} finding={finding} open>
                {bass && <BassTable bass={bass} />}
              </FindingCard>
            ))}
        </section>
      </article>
    </main>
  );
}

function Typical({ pair }: { pair: PairView }) {
  const { lowHz, highHz } = TYPICAL_BANDS[pair.way];
  return (
    <p className="sheet-typical">
      Not measured. Outputs of this kind are usually given{' '}
      <span className="num">
        {formatFrequency(lowHz)} to {formatFrequency(highHz)}
      </span>
      : an assumption, not to be built on.
    </p>
  );
}

/** What the factory’s equaliser adds to the filters. */
function EqualisationLine({ capture }: { capture: Capture }) {
  const equalisation = equalisationOf(capture.analysis);
  if (!equalisation) return null;
  const { highest, lowest } = equalisation;
  const { model } = capture.analysis;
  const sections = model ? equaliserWords(model, true) : [];
  return (
    <p className="m-0">
      <strong>Equalisation beyond the filters:</strong>{' '}
      <span className="num">
        {formatDb(highest.db)} dB at {formatFrequency(highest.hz)}, {formatDb(lowest.db)} dB at{' '}
        {formatFrequency(lowest.hz)}
      </span>
      {sections.length > 0 && (
        <>
          {' '}
          as{' '}
          {sections.map((words) => (
            <span key={words} className="num sheet-section">
              {words}
            </span>
          ))}
        </>
      )}
      {capture.silenceDb !== null && <span className="quiet"> Noise floor from a recording of silence.</span>}
    </p>
  );
}
