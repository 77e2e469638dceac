import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { Form, Modal } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import {
  type JobView,
  type Pair,
  type PairFields,
  pairFieldsSchema,
  pairName,
  type PairView,
  type UnitView,
} from '@ulpen/core';
import { api, ApiProblem } from '../../api/client.ts';
import { useJobChange } from '../../api/queries.ts';
import { KEPT_WORDS, useRemoval } from '../../api/use-removal.ts';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { EditorFooter } from '../../ui/EditorFooter.tsx';
import { useNotices } from '../../ui/notices-store.ts';
import { outputFields } from '../../ui/output-fields.ts';
import { blankOutput } from './output-starts.ts';
import { OutputFields } from './OutputFields.tsx';

interface OutputDialogProps {
  job: JobView;
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
  const save = useJobChange(
    jobId,
    (fields: PairFields) =>
      pair
        ? api.put<Pair>(`/pairs/${pair.id}`, { ...fields, version: pair.version })
        : api.post<Pair>(`/units/${unit.id}/pairs`, fields),
    true,
  );
  const { remove } = useRemoval(jobId);
  const submit = (fields: PairFields) =>
    save.mutate(fields, {
      onSuccess: (saved) => {
        onClose();
        void navigate(`/jobs/${jobId}/listen/${saved.id}`);
      },
      onError: (error) => {
        const faults = error instanceof ApiProblem ? (error.problem.errors ?? []) : [];
        for (const { field, message } of faults) form.setError(field as keyof PairFields, { message });
        if (faults.length === 0) tell({ tone: 'wrong', text: error.message });
      },
    });
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
          busy={save.isPending}
          onCancel={onClose}
          onRemove={pair ? () => setDeleting(true) : undefined}
        />
      </Form>
    </Dialog>
  );
}
