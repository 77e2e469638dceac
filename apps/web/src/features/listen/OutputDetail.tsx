import { memo, useRef } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Button } from 'react-bootstrap';
import { AudioLines, FileUp, Pencil } from 'lucide-react';
import { chooseCapture, pairName, type PairView, type UnitView } from '@ulpen/core';
import { useFileDrop } from '../../ui/use-file-drop.ts';
import { MapDifferences } from '../../ui/MapDifferences.tsx';
import { StandingTag } from '../../ui/StandingTag.tsx';
import { useFramedMeasuredJob } from '../../api/framed-job.ts';
import { CaptureList } from './CaptureList.tsx';
import { CaptureProfile } from './CaptureProfile.tsx';
import { OutputFacts } from './OutputFacts.tsx';
import { PairFindings } from './findings/PairFindings.tsx';
import { RecordingFindings } from './recording/RecordingFindings.tsx';
import type { Editing } from './editing.ts';

interface OutputDetailProps {
  pair: PairView;
  unit: UnitView;
  onFiles: (files: FileList | null, pairId: string) => void;
  onEdit: (editing: Editing) => void;
}

/** One output large: what it carries, how that is known, and its captures. */
export const OutputDetail = memo(function OutputDetail({ pair, unit, onFiles, onEdit }: OutputDetailProps) {
  const job = useFramedMeasuredJob();
  const input = useRef<HTMLInputElement>(null);
  const { over, handlers } = useFileDrop((files) => onFiles(files, pair.id));
  const [params] = useSearchParams();
  const choice = chooseCapture(job, pair);
  const newest = pair.captures.find((c) => c.withdrawnAt === null) ?? null;
  const shown = pair.captures.find((c) => c.id === params.get('capture')) ?? choice.capture ?? newest;
  const leftOut = shown && choice.others.get(shown.id);
  const name = pairName(pair);
  const live = pair.captures.filter((c) => c.withdrawnAt === null).length;
  return (
    <div className={`output-detail ${over ? 'output-over' : ''}`} {...handlers}>
      <div className="detail-head">
        <h2>{name}</h2>
        <StandingTag standing={choice.capture ? 'measured' : 'assumed'}>
          {live === 0 ? 'not measured' : `${live} ${live === 1 ? 'capture' : 'captures'}`}
        </StandingTag>
        <span className="flex-fill" />
        <Button
          variant="quiet"
          className="no-print"
          aria-label={`Change ${name}`}
          title="Change this output"
          onClick={() => onEdit({ what: 'output', unit, pair })}
        >
          <Pencil size={16} />
        </Button>
        <input
          ref={input}
          type="file"
          hidden
          multiple
          data-testid="measurement-file"
          accept=".txt,.csv,.tsv,.frd,.dat,text/*,.wav,.wave,audio/wav"
          onChange={(e) => {
            onFiles(e.target.files, pair.id);
            e.target.value = '';
          }}
        />
        <Link
          className={`btn no-print ${shown ? 'btn-secondary' : 'btn-primary'}`}
          to={`/jobs/${job.id}/listen/live/${pair.id}`}
        >
          <AudioLines size={18} /> Record
        </Link>
        <Button className="no-print" variant="secondary" onClick={() => input.current?.click()}>
          <FileUp size={18} /> Import
        </Button>
      </div>
      <MapDifferences job={job} pair={pair} />
      <OutputFacts job={job} pair={pair} />
      {leftOut && (
        <p className="look-again" role="status">
          <strong>This measurement does not count: {leftOut}.</strong>{' '}
          {choice.capture ? 'The plan uses another one; pin this one below to use it.' : choice.says}
        </p>
      )}
      {shown ? (
        <CaptureProfile capture={shown} pair={pair} />
      ) : (
        <div className="drop-here">
          <p>
            <strong>Drop a measurement of this output here.</strong>
          </p>
          <p className="quiet">
            A WAV recording of pink noise or tones, or text with a frequency and a level on each line: CSV,
            tabs or spaces, with or without phase. You see how it was understood before anything is saved.
          </p>
          <p className="small quiet">
            Measure with an isolated or differential input and the laptop off its charger: a common ground
            shorts the minus wires of bridged outputs together. Follow the vehicle maker’s instructions;
            yellow (restraint) and orange (high-voltage) plugs stay untouched.
          </p>
        </div>
      )}
      {live > 0 || job.checks.some((c) => c.pairId === pair.id) ? (
        <PairFindings job={job} pair={pair} />
      ) : null}
      <RecordingFindings job={job} pair={pair} />
      {pair.captures.length > 0 && <CaptureList pair={pair} shownId={shown?.id ?? null} />}
    </div>
  );
});
