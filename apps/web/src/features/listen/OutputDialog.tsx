import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { Form, Modal } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import {
  type JobOutline,
  type Pair,
  type PairFields,
  pairFieldsSchema,
  pairName,
  type PairView,
  type UnitView,
} from '@ulpen/core';
import { addOutput } from '../../api/commands/add-output.ts';
import { changeOutput } from '../../api/commands/change-output.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { ApiProblem } from '../../api/client.ts';
import { KEPT_WORDS, useRemoval } from '../../api/use-removal.ts';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { EditorFooter } from '../../ui/EditorFooter.tsx';
import { useNotices } from '../../ui/notices-store.ts';
import { outputFields } from '../../ui/output-fields.ts';
import { blankOutput } from './output-starts.ts';
import { OutputFields } from './OutputFields.tsx';

interface OutputDialogProps {
  job: JobOutline;
  unit: UnitView;
  pair: PairView | null;
  onClose: () => void;
}

/** Adds or changes one output: its channel, where its two wires sit, and which of them is plus. */
export function OutputDialog({ job, unit, pair, onClose }: OutputDialogProps) {
  const jobId = job.id;
  const navigate = useNavigate();
  const [deleting, setDeleting] = useState(false);
  const tell = useNotices((s) => s.tell);
  const known = pair ? outputFields(pair) : blankOutput(['left', 'front', 'full']);
  const form = useForm<PairFields>({ resolver: zodResolver(pairFieldsSchema), defaultValues: known });
  const add = useCommand(addOutput, { showsOwnErrors: true });
  const change = useCommand(changeOutput, { showsOwnErrors: true });
  const { remove } = useRemoval(jobId);
  const submit = (fields: PairFields) => {
    const then = {
      onSuccess: (saved: Pair) => {
        onClose();
        void navigate(`/jobs/${jobId}/listen/${saved.id}`);
      },
      onError: (error: Error) => {
        const faults = error instanceof ApiProblem ? (error.problem.errors ?? []) : [];
        for (const { field, message } of faults) form.setError(field as keyof PairFields, { message });
        if (faults.length === 0) tell({ tone: 'wrong', text: error.message });
      },
    };
    if (pair) change.mutate({ jobId, pairId: pair.id, version: pair.version, fields, before: null }, then);
    else add.mutate({ jobId, unitId: unit.id, id: newId(), fields }, then);
  };
  if (deleting && pair) {
    return (
      <ConfirmDialog
        title={`Remove ${pairName(pair)}?`}
        action="Remove the output"
        onCancel={() => setDeleting(false)}
        onConfirm={() =>
          void remove(`/pairs/${pair.id}`, pairName(pair)).then((gone) => {
            if (gone) void navigate(`/jobs/${jobId}/listen`);
            onClose();
          })
        }
      >
        Its captures are hidden with it. {KEPT_WORDS}
      </ConfirmDialog>
    );
  }
  return (
    <Dialog
      title={pair ? `Change ${pairName(pair)}` : `An output of ${unit.name}`}
      onClose={onClose}
      size="lg"
    >
      <Form noValidate onSubmit={(e) => void form.handleSubmit(submit)(e)}>
        <Modal.Body>
          <OutputFields form={form} job={job} pairId={pair?.id ?? null} />
        </Modal.Body>
        <EditorFooter
          action={pair ? 'Save' : 'Add the output'}
          busy={add.isPending || change.isPending}
          onCancel={onClose}
          onRemove={pair ? () => setDeleting(true) : undefined}
        />
      </Form>
    </Dialog>
  );
}
