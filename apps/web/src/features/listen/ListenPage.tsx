import { lazy, Suspense, useCallback, useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Button } from 'react-bootstrap';
import { ArrowLeft, Speaker } from 'lucide-react';
import { captureInForce } from '@ulpen/core';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { useNotices } from '../../ui/notices-store.ts';
import { useFramedMeasuredJob } from '../../api/framed-job.ts';
import { type Editing, isSound } from './editing.ts';
import { OutputDialog } from './OutputDialog.tsx';
import { OutputList } from './OutputList.tsx';
import { UnitStarts } from './UnitStarts.tsx';
import { SpeakersDialog } from './speakers/SpeakersDialog.tsx';
import { UnitDialog } from '../../ui/UnitDialog.tsx';
import './listen.css';

// Charts are heavy and the list is what people see first.
const OutputDetail = lazy(async () => ({ default: (await import('./OutputDetail.tsx')).OutputDetail }));
const RecordingDialog = lazy(async () => ({
  default: (await import('./recording/RecordingDialog.tsx')).RecordingDialog,
}));
const SeveralDialog = lazy(async () => ({
  default: (await import('./several/SeveralDialog.tsx')).SeveralDialog,
}));
const ImportDialog = lazy(async () => ({ default: (await import('./ImportDialog.tsx')).ImportDialog }));

/** What signal every output carries: the list on the left, one output large on the right. */
export function ListenPage() {
  const job = useFramedMeasuredJob();
  const { pairId } = useParams();
  const navigate = useNavigate();
  const [editing, setEditing] = useState<Editing | null>(null);
  const tell = useNotices((s) => s.tell);
  const pairs = job.units.flatMap((u) => u.pairs);
  const selected = pairs.find((p) => p.id === pairId) ?? (pairId ? undefined : pairs[0]);
  const close = () => setEditing(null);
  // On a phone the output takes the list's place, which may have been scrolled far down.
  useEffect(() => {
    void window.scrollTo(0, 0);
  }, [pairId]);

  // Stable, so that opening a dialog does not draw list and chart anew.
  const importFiles = useCallback(
    (files: FileList | null, into: string) => {
      if (!files?.length) return;
      const columns = [...files].filter((f) => !isSound(f));
      if (files.length > 1 && columns.length < files.length)
        tell({ text: 'Import recordings one at a time: drop each on its output.' });
      if (columns.length > 1) setEditing({ what: 'several', files: columns });
      else {
        const file = columns[0] ?? files[0];
        setEditing({ what: isSound(file) ? 'recording' : 'import', file, pairId: into });
      }
    },
    [tell],
  );

  return (
    <main className={`panes listen ${pairId ? 'listen-one' : ''}`}>
      <section className="pane" aria-label="Outputs">
        <div className="pane-title">
          <h1>What each output carries</h1>
          {pairs.length > 0 && (
            <span className="quiet">
              <span className="num">{pairs.filter((p) => captureInForce(job, p)).length}</span> of{' '}
              <span className="num">{pairs.length}</span> measured
            </span>
          )}
          {pairs.length > 0 && (
            <Button variant="quiet" className="no-print" onClick={() => setEditing({ what: 'speakers' })}>
              <Speaker size={17} /> Factory speakers
            </Button>
          )}
        </div>
        {job.units.length === 0 ? (
          <EmptyState
            title="Which unit drives the speakers?"
            actions={<UnitStarts jobId={job.id} onOne={() => setEditing({ what: 'unit', unit: null })} />}
          >
            Pick the closest system: it adds the unit with an output for each pair of speaker wires. Then
            correct what differs.
          </EmptyState>
        ) : (
          <OutputList
            job={job}
            selectedId={selected?.id ?? null}
            onDropFiles={importFiles}
            onEdit={setEditing}
          />
        )}
      </section>
      <section className="pane" aria-label="One output">
        <Link className="btn btn-quiet back-to-list no-print" to={`/jobs/${job.id}/listen`}>
          <ArrowLeft size={18} /> All outputs
        </Link>
        {selected && (
          <Suspense fallback={<p className="quiet">Drawing …</p>}>
            <OutputDetail
              key={selected.id}
              pair={selected}
              unit={job.units.find((u) => u.id === selected.unitId)!}
              onFiles={importFiles}
              onEdit={setEditing}
            />
          </Suspense>
        )}
        {!selected && pairId && (
          <EmptyState
            title="There is no such output"
            actions={
              <Button variant="secondary" onClick={() => void navigate('.')}>
                Show the first one
              </Button>
            }
          >
            It may have been deleted in the meantime.
          </EmptyState>
        )}
        {!selected && !pairId && job.units.length > 0 && (
          <EmptyState title="No output yet">
            Add the outputs of the unit on the left: each pair of wires that goes to a speaker.
          </EmptyState>
        )}
      </section>
      {editing?.what === 'unit' && <UnitDialog jobId={job.id} unit={editing.unit} onClose={close} />}
      {editing?.what === 'output' && (
        <OutputDialog job={job} unit={editing.unit} pair={editing.pair} onClose={close} />
      )}
      {editing?.what === 'speakers' && <SpeakersDialog job={job} onClose={close} />}
      {editing?.what === 'import' && (
        <Suspense fallback={null}>
          <ImportDialog job={job} file={editing.file} pairId={editing.pairId} onClose={close} />
        </Suspense>
      )}
      {editing?.what === 'several' && (
        <Suspense fallback={null}>
          <SeveralDialog job={job} files={editing.files} onClose={close} />
        </Suspense>
      )}
      {editing?.what === 'recording' && (
        <Suspense fallback={null}>
          <RecordingDialog job={job} file={editing.file} pairId={editing.pairId} onClose={close} />
        </Suspense>
      )}
    </main>
  );
}
