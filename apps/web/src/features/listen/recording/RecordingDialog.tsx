import { useState } from 'react';
import { useNavigate } from 'react-router';
import { type JobView, RECORDING_LIMITS, UNKNOWN_SITUATION } from '@ulpen/core';
import { addRecording } from '../../../api/commands/add-recording.ts';
import { useCommand } from '../../../api/commands/use-command.ts';
import { AT_INPUT, useMadeWith } from '../../../ui/in-hand-store.ts';
import { useNotices } from '../../../ui/notices-store.ts';
import { soundWorker } from '../../../workers/sound-worker.ts';
import type { RecordingPreview } from '../../../workers/sound.worker.ts';
import { FileDialog } from '../FileDialog.tsx';
import { useFilePreview } from '../use-file-preview.ts';
import { RecordedChannels } from './RecordedChannels.tsx';
import type { SaidOfRecording } from './said-of-recording.ts';
import { RecordingConditions } from './RecordingConditions.tsx';
import './recording.css';

interface RecordingDialogProps {
  job: JobView;
  file: File;
  pairId: string;
  /** what is known already, from the live page */
  known?: Partial<SaidOfRecording>;
  /** where to go when it is saved; the output it was taken from when not given */
  backTo?: string | null;
  onClose: () => void;
  onSaved?: () => void;
}

/** Shows what a recording holds and what is wrong with it, asks what was played and where, and only then saves. */
export function RecordingDialog({
  job,
  file,
  pairId,
  known,
  backTo,
  onClose,
  onSaved,
}: RecordingDialogProps) {
  const navigate = useNavigate();
  const tell = useNotices((s) => s.tell);
  const [said, setSaid] = useState<SaidOfRecording>(() => ({ ...usual(job, pairId), ...known }));
  const [refused, setRefused] = useState<string | null>(null);
  const { preview, tooLarge, progress, stale } = useFilePreview<RecordingPreview>(
    file,
    ['recording', said.played],
    RECORDING_LIMITS.bytes,
    (goOn) => soundWorker().previewRecording(file, said.played, goOn),
  );
  const useless =
    preview?.ok && said.played !== 'silence' ? preview.report.faults.some((f) => f.useless) : false;

  const madeWith = useMadeWith(AT_INPUT);
  const save = useCommand(addRecording, { showsOwnErrors: true });
  const submit = () =>
    save.mutate(
      { jobId: job.id, file, fields: { ...said, madeWith } },
      {
        onSuccess: ({ recording }) => {
          onSaved?.();
          onClose();
          tell({ text: 'Recording saved.' });
          void navigate(backTo ?? `/jobs/${job.id}/listen/${recording.firstPairId}`);
        },
        onError: (error) => setRefused(error.message),
      },
    );

  return (
    <FileDialog
      title={`Recording ${file.name}`}
      progress={!tooLarge && (!preview || stale) ? progress : null}
      wrong={[
        tooLarge &&
          `The file has ${(file.size / 2 ** 20).toFixed(0)} MB; at most ${RECORDING_LIMITS.bytes / 2 ** 20} MB and ${RECORDING_LIMITS.seconds / 60} minutes are read. A minute of pink noise is enough.`,
        preview && !preview.ok && preview.message,
        refused,
      ]}
      ready={preview?.ok === true}
      action="Save the recording"
      saving={save.isPending}
      useless={useless}
      onSave={submit}
      onClose={onClose}
    >
      {preview?.ok && (
        <div className="recording-panes">
          <RecordedChannels preview={preview} />
          <RecordingConditions
            job={job}
            said={said}
            channels={preview.report.channels.length}
            onChange={(part) => setSaid((s) => ({ ...s, ...part }))}
          />
        </div>
      )}
    </FileDialog>
  );
}

/** Conditions stay as they were at the newest recording of noise of this job, until changed. */
function usual(job: JobView, pairId: string): SaidOfRecording {
  const last = job.recordings.find(
    (r) => r.withdrawnAt === null && (r.played === 'pink' || r.played === 'white'),
  );
  return {
    played: last?.played ?? 'pink',
    firstPairId: pairId,
    secondPairId: null,
    volumeStep: last?.volumeStep ?? null,
    load: last?.load ?? 'speaker',
    situation: { ...UNKNOWN_SITUATION, supplyVolts: last?.situation.supplyVolts ?? null },
    note: '',
    skew: last?.skew ?? 0,
    ownDistortion: last?.ownDistortion ?? null,
    // An imported file may come from anywhere: its volts are never assumed.
    voltsAtFullScale: null,
  };
}
