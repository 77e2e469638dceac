import { useNavigate } from 'react-router';
import type { Connector, HarnessView } from '@ulpen/core';
import { KEPT_WORDS, useRemoval } from '../../api/use-removal.ts';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';

interface RemovePlugProps {
  jobId: string;
  view: HarnessView;
  connector: Connector;
  onKeep: () => void;
  onDone: () => void;
}

/** Asks before a plug is removed, and says what is hidden with it. */
export function RemovePlug({ jobId, view, connector, onKeep, onDone }: RemovePlugProps) {
  const navigate = useNavigate();
  const { remove } = useRemoval(jobId);
  const touched = view.readings.filter((r) =>
    connector.cavities.some((c) => c.id === r.cavityId || c.id === r.otherCavityId),
  );
  return (
    <ConfirmDialog
      title={`Remove plug ${connector.name}?`}
      action="Remove the plug"
      onCancel={onKeep}
      onConfirm={() =>
        void remove(`/connectors/${connector.id}`, connector.name).then((gone) => {
          if (gone) void navigate(`/jobs/${jobId}/find`);
          onDone();
        })
      }
    >
      {touched.length === 0
        ? 'It has no readings.'
        : `Its readings (${touched.length}), its photos and what sheets claim about it are hidden with it.`}{' '}
      {KEPT_WORDS}
    </ConfirmDialog>
  );
}
