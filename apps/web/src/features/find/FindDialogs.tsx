import { lazy, Suspense } from 'react';
import type { Connector, HarnessView, HarnessWorkings, JobOutline } from '@ulpen/core';
import { UnitDialog } from '../../ui/UnitDialog.tsx';
import { ConnectorDialog } from './ConnectorDialog.tsx';
import { CopyDialog } from './CopyDialog.tsx';
import { KeysDialog } from './KeysDialog.tsx';
import type { Selection } from './selection.ts';

// Opened now and then; the bench is what has to be there at once.
const SheetsDialog = lazy(async () => ({ default: (await import('./SheetsDialog.tsx')).SheetsDialog }));
const PasteDialog = lazy(async () => ({ default: (await import('./PasteDialog.tsx')).PasteDialog }));
const PhotosDialog = lazy(async () => ({ default: (await import('./PhotosDialog.tsx')).PhotosDialog }));
const RoutinesDialog = lazy(async () => ({ default: (await import('./RoutinesDialog.tsx')).RoutinesDialog }));
const ScoreDialog = lazy(async () => ({ default: (await import('./ScoreDialog.tsx')).ScoreDialog }));

/** What is open over the bench. */
export type FindDialog =
  | { what: 'plug'; connector: Connector | null }
  | { what: 'unit' | 'copy' | 'sheets' | 'paste' | 'photos' | 'routines' | 'score' | 'keys' };

interface FindDialogsProps {
  dialog: FindDialog | null;
  job: JobOutline;
  view: HarnessView;
  workings: HarnessWorkings;
  connector: Connector;
  at: Selection;
  onClose: () => void;
}

export function FindDialogs({ dialog, job, view, workings, connector, at, onClose }: FindDialogsProps) {
  if (dialog === null) return null;
  switch (dialog.what) {
    case 'plug':
      return <ConnectorDialog job={job} view={view} connector={dialog.connector} onClose={onClose} />;
    case 'unit':
      return <UnitDialog jobId={job.id} unit={null} onClose={onClose} />;
    case 'copy':
      return <CopyDialog job={job} onClose={onClose} />;
    case 'keys':
      return <KeysDialog onClose={onClose} />;
    default:
      return (
        <Suspense fallback={null}>
          {dialog.what === 'sheets' && (
            <SheetsDialog job={job} view={view} workings={workings} onClose={onClose} />
          )}
          {dialog.what === 'paste' && <PasteDialog job={job} view={view} onClose={onClose} />}
          {dialog.what === 'photos' && (
            <PhotosDialog jobId={job.id} connector={connector} onClose={onClose} />
          )}
          {dialog.what === 'routines' && (
            <RoutinesDialog job={job} view={view} workings={workings} at={at} onClose={onClose} />
          )}
          {dialog.what === 'score' && <ScoreDialog job={job} view={view} onClose={onClose} />}
        </Suspense>
      );
  }
}
