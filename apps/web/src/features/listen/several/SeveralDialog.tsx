import { useRef, useState } from 'react';
import { Form } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { guessOutputs, type JobView, pairName } from '@ulpen/core';
import { addCapture } from '../../../api/commands/add-capture.ts';
import { useCommand } from '../../../api/commands/use-command.ts';
import { ResponseStrip } from '../../../ui/BandStrip.tsx';
import { bandEdges, classWord } from '../../../ui/bands-words.ts';
import { AT_INPUT, useMadeWith } from '../../../ui/in-hand-store.ts';
import { useNotices } from '../../../ui/notices-store.ts';
import { StripAxis } from '../../../ui/StripAxis.tsx';
import type { ColumnPreview } from '../../../workers/heavy-work.ts';
import { FileDialog } from '../FileDialog.tsx';
import { ImportConditions } from '../ImportConditions.tsx';
import { usualConditions } from '../usual-conditions.ts';
import { usePreviews } from './use-previews.ts';
import './several.css';

interface SeveralDialogProps {
  job: JobView;
  files: readonly File[];
  onClose: () => void;
}

/** What a person said of one file; what is not said is as it was guessed. */
interface Row {
  pairId?: string;
  step?: string;
  /** the server has it */
  saved?: boolean;
  refused?: string;
}

const BECAUSE = { name: 'from its name', 'name and band': 'from name and band', band: 'from its band' };

/** Files of several outputs at once: each with the output that it seems to be from, all saved together. */
export function SeveralDialog({ job, files, onClose }: SeveralDialogProps) {
  const navigate = useNavigate();
  const tell = useNotices((s) => s.tell);
  const [said, setSaid] = useState(() => usualConditions(job));
  const [rows, setRows] = useState<readonly Row[]>(files.map(() => ({})));
  const [saving, setSaving] = useState(false);
  const stopped = useRef(false);
  const { previews, progress } = usePreviews(files, said.levelKind);
  const madeWith = useMadeWith(AT_INPUT);
  const add = useCommand(addCapture, { showsOwnErrors: true });
  const set = (n: number, part: Row) =>
    setRows((all) => all.map((r, k) => (k === n ? { ...r, ...part } : r)));

  const pairs = job.units.flatMap((u) => u.pairs);
  const guesses = guessesOf(files, previews, pairs);
  const taken = files.map((file, n) => {
    const { pairId = guesses[n]?.pairId ?? '', step, ...row } = rows[n];
    const guessed = guesses[n]?.volumeStep ?? said.volumeStep;
    return { file, row, pairId, step: step === undefined ? guessed : step === '' ? null : Number(step) };
  });
  const ready = taken.filter((t, n) => previews?.[n].ok && t.pairId !== '' && !t.row.saved);

  const save = async () => {
    setSaving(true);
    let refused = 0;
    for (const [n, { file, pairId, step }] of taken.entries()) {
      if (stopped.current) return;
      if (!ready.some((t) => t.file === file)) continue;
      try {
        const fields = { ...said, volumeStep: step, columns: {}, madeWith };
        await add.mutateAsync({ jobId: job.id, pairId, file, fields });
        set(n, { saved: true });
      } catch (error) {
        refused++;
        set(n, { refused: (error as Error).message });
      }
    }
    setSaving(false);
    if (refused > 0) return;
    onClose();
    tell({ text: `${ready.length} ${ready.length === 1 ? 'measurement' : 'measurements'} saved.` });
    void navigate(`/jobs/${job.id}/listen/${ready[0].pairId}`);
  };

  return (
    <FileDialog
      title={`Import ${files.length} files`}
      progress={previews ? null : progress}
      wrong={[]}
      ready={previews !== null}
      action={`Save ${ready.length} ${ready.length === 1 ? 'measurement' : 'measurements'}`}
      saving={saving}
      useless={ready.length === 0}
      onSave={() => void save()}
      onClose={() => {
        // What is on its way is saved; nothing more is sent.
        stopped.current = true;
        onClose();
      }}
    >
      <div className="import-panes">
        <div className="several-scroll">
          <table className="several">
            <thead>
              <tr>
                <th scope="col">File</th>
                <th scope="col">Taken from</th>
                <th scope="col">Step</th>
                <th scope="col">
                  Carries <StripAxis />
                </th>
              </tr>
            </thead>
            <tbody>
              {taken.map(({ file, row, pairId, step }, n) => (
                <tr key={n}>
                  <th scope="row" className="clip">
                    {file.name}
                  </th>
                  <td>
                    <Form.Select
                      aria-label={`${file.name}: taken from`}
                      value={pairId}
                      disabled={!previews?.[n].ok || row.saved}
                      onChange={(e) => set(n, { pairId: e.target.value })}
                    >
                      <option value="">leave out</option>
                      {pairs.map((p) => (
                        <option key={p.id} value={p.id}>
                          {pairName(p)}
                        </option>
                      ))}
                    </Form.Select>
                    <span className="small quiet">
                      {row.saved ? 'saved' : rows[n].pairId === undefined && guessWords(guesses[n])}
                    </span>
                    {row.refused && <span className="small several-wrong">{row.refused}</span>}
                  </td>
                  <td>
                    <Form.Control
                      className="num"
                      inputMode="numeric"
                      aria-label={`${file.name}: volume step`}
                      placeholder="step"
                      value={step ?? ''}
                      disabled={row.saved}
                      onChange={(e) => set(n, { step: e.target.value.replace(/\D/g, '').slice(0, 3) })}
                    />
                  </td>
                  <td>{previews && <Carries name={file.name} preview={previews[n]} />}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <div className="d-grid gap-3 align-content-start">
          <p className="small quiet m-0">Applies to every file; a step entered in a row overrides it.</p>
          <ImportConditions
            said={said}
            hasPhase={previews?.some((p) => p.ok && p.hasPhase) ?? false}
            onChange={(part) => setSaid((s) => ({ ...s, ...part }))}
          />
        </div>
      </div>
    </FileDialog>
  );
}

const guessWords = (guess: ReturnType<typeof guessOutputs>[number] | undefined): string =>
  guess?.because ? `guessed ${BECAUSE[guess.because]}` : (guess?.doubt ?? '');

/** Files that could not be read take no part in it. */
function guessesOf(
  files: readonly File[],
  previews: readonly ColumnPreview[] | null,
  pairs: Parameters<typeof guessOutputs>[1],
) {
  const read = files.flatMap((file, n) => {
    const preview = previews?.[n];
    return preview?.ok ? [{ n, fileName: file.name, analysis: preview.analysis }] : [];
  });
  const guesses = guessOutputs(read, pairs);
  return Object.fromEntries(read.map(({ n }, k) => [n, guesses[k]]));
}

function Carries({ name, preview }: { name: string; preview: ColumnPreview }) {
  if (!preview.ok) return <span className="small several-wrong">{preview.message}</span>;
  const { analysis } = preview;
  return (
    <>
      <ResponseStrip analysis={analysis} label={`${name}: ${classWord(analysis)} ${bandEdges(analysis)}`} />
      <span className="small">
        {classWord(analysis)} <span className="num">{bandEdges(analysis)}</span>
      </span>
    </>
  );
}
