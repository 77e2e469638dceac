import { useState } from 'react';
import { useNavigate } from 'react-router';
import { COLUMN_LIMITS, type ColumnChoice, type JobView } from '@ulpen/core';
import { addCapture } from '../../api/commands/add-capture.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { AT_INPUT, useMadeWith } from '../../ui/in-hand-store.ts';
import { coreWorker } from '../../workers/core-worker.ts';
import type { ColumnPreview } from '../../workers/heavy-work.ts';
import { FileDialog } from './FileDialog.tsx';
import { useFilePreview } from './use-file-preview.ts';
import { ImportConditions } from './ImportConditions.tsx';
import { OutputSelect } from './OutputSelect.tsx';
import { ImportPreview } from './ImportPreview.tsx';
import { type Said, tooLargeWords, usualConditions } from './usual-conditions.ts';

interface ImportDialogProps {
  job: JobView;
  file: File;
  pairId: string;
  onClose: () => void;
}

/** Shows how a file was understood, lets that be corrected, asks for the conditions, and only then saves. */
export function ImportDialog({ job, file, pairId, onClose }: ImportDialogProps) {
  const navigate = useNavigate();
  const tell = useNotices((s) => s.tell);
  const [into, setInto] = useState(pairId);
  const [columns, setColumns] = useState<ColumnChoice>({});
  const [said, setSaid] = useState<Said>(() => usualConditions(job));
  const [refused, setRefused] = useState<string | null>(null);
  const { preview, tooLarge, progress } = useFilePreview<ColumnPreview>(
    file,
    ['columns', columns, said.levelKind],
    COLUMN_LIMITS.bytes,
    (goOn) => coreWorker().previewColumns(file, columns, said.levelKind, goOn),
  );

  const madeWith = useMadeWith(AT_INPUT);
  const save = useCommand(addCapture, { showsOwnErrors: true });
  const submit = () =>
    save.mutate(
      { jobId: job.id, pairId: into, file, fields: { ...said, columns, madeWith } },
      {
        onSuccess: (capture) => {
          onClose();
          tell({ text: 'Measurement saved.' });
          void navigate(`/jobs/${job.id}/listen/${capture.pairId}`);
        },
        onError: (error) => setRefused(error.message),
      },
    );

  return (
    <FileDialog
      title={`Import ${file.name}`}
      progress={!tooLarge && !preview ? progress : null}
      wrong={[tooLarge && tooLargeWords(file), preview && !preview.ok && preview.message, refused]}
      ready={preview?.ok === true}
      action="Save the measurement"
      saving={save.isPending}
      onSave={submit}
      onClose={onClose}
    >
      {preview?.ok && (
        <div className="import-panes">
          <ImportPreview preview={preview} onColumns={setColumns} />
          <div className="d-grid gap-3 align-content-start">
            <OutputSelect id="import-into" label="Taken from" job={job} value={into} onChange={setInto} />
            <ImportConditions
              said={said}
              hasPhase={preview.hasPhase}
              onChange={(part) => setSaid((s) => ({ ...s, ...part }))}
            />
          </div>
        </div>
      )}
    </FileDialog>
  );
}
