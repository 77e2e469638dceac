import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { Button, Form, Modal } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { type JobFields, jobFieldsSchema, type WishShape } from '@ulpen/core';
import { addJob } from '../../api/commands/add-job.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { JobFormFields } from '../../ui/JobFormFields.tsx';
import { ShapeChoice } from '../../ui/ShapeChoice.tsx';

export function NewJobDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [shape, setShape] = useState<WishShape | null>(null);
  const form = useForm<JobFields>({
    resolver: zodResolver(jobFieldsSchema),
    defaultValues: { car: '', year: null, system: '', place: '', wish: '' },
  });
  const add = useCommand(addJob);
  return (
    <Dialog title="New job" onClose={onClose}>
      <Form
        noValidate
        onSubmit={(e) =>
          void form.handleSubmit((fields) =>
            add.mutate({ ...fields, shape }, { onSuccess: (job) => void navigate(`/jobs/${job.id}/intake`) }),
          )(e)
        }
      >
        <Modal.Body className="d-grid gap-3">
          <JobFormFields form={form} autoFocus />
          <ShapeChoice shape={shape} onChange={setShape} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="secondary" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={add.isPending}>
            Start the job
          </Button>
        </Modal.Footer>
      </Form>
    </Dialog>
  );
}
