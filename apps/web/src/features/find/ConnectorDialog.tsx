import { useState } from 'react';
import { Form, Modal } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import type { Connector, HarnessView, JobOutline } from '@ulpen/core';
import { ApiProblem } from '../../api/client.ts';
import { addConnector } from '../../api/commands/add-connector.ts';
import { changeConnector } from '../../api/commands/change-connector.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { EditorFooter } from '../../ui/EditorFooter.tsx';
import { useNotices } from '../../ui/notices-store.ts';
import { lockedReadings } from './locked-readings.ts';
import { PlugFields } from './PlugFields.tsx';
import { PlugPreview } from './PlugPreview.tsx';
import { RemovePlug } from './RemovePlug.tsx';
import { usePlugDraft } from './use-plug-draft.ts';
import './connector-dialog.css';

interface ConnectorDialogProps {
  job: JobOutline;
  view: HarnessView;
  connector: Connector | null;
  onClose: () => void;
}

/** A plug's shape as it is counted at the car; the drawing follows every key. */
export function ConnectorDialog({ job, view, connector, onClose }: ConnectorDialogProps) {
  const navigate = useNavigate();
  const tell = useNotices((s) => s.tell);
  const [deleting, setDeleting] = useState(false);
  const [unitId, setUnitId] = useState(connector?.unitId ?? job.units[0].id);
  const draft = usePlugDraft(connector, `C${view.connectors.length + 1}`);
  const add = useCommand(addConnector, { showsOwnErrors: true });
  const change = useCommand(changeConnector, { showsOwnErrors: true });
  const jobId = job.id;
  const then = {
    onSuccess: (saved: Connector) => {
      onClose();
      const locked = lockedReadings(view, saved);
      if (locked > 0)
        tell({
          text: `${saved.name} is locked: ${locked} ${locked === 1 ? 'reading that its lock forbids was' : 'readings that its lock forbids were'} withdrawn. They stay in the log.`,
        });
      void navigate(`/jobs/${jobId}/find/${saved.id}`);
    },
    onError: (error: Error) => {
      const errors = error instanceof ApiProblem ? (error.problem.errors ?? []) : [];
      draft.setFaults(Object.fromEntries(errors.map((e) => [e.field, e.message])));
      if (errors.length === 0) tell({ tone: 'wrong', text: error.message });
    },
  };
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    const fields = draft.check();
    if (!fields) return;
    if (!connector) add.mutate({ jobId, unitId, id: newId(), fields }, then);
    else {
      const { id: connectorId, version } = connector;
      change.mutate({ jobId, connectorId, fields: { ...fields, version } }, then);
    }
  };
  if (deleting && connector) {
    const keep = () => setDeleting(false);
    return <RemovePlug jobId={jobId} view={view} connector={connector} onKeep={keep} onDone={onClose} />;
  }
  const title = connector ? `Change plug ${connector.name}` : 'A plug';
  return (
    <Dialog title={title} onClose={onClose} scrollable size="xl">
      <Form noValidate onSubmit={submit}>
        <Modal.Body className="plug-form">
          <PlugFields
            draft={draft}
            units={job.units}
            unitId={unitId}
            onUnit={connector === null ? setUnitId : null}
          />
          <PlugPreview plug={draft.plug} />
        </Modal.Body>
        <EditorFooter
          action={connector ? 'Save' : 'Add the plug'}
          busy={add.isPending || change.isPending}
          onCancel={onClose}
          onRemove={connector ? () => setDeleting(true) : undefined}
        />
      </Form>
    </Dialog>
  );
}
