import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { Button, Form } from 'react-bootstrap';
import { type Job, type JobFields, jobFieldsSchema, type JobOutline } from '@ulpen/core';
import { changeJob } from '../../api/commands/change-job.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { ApiProblem } from '../../api/client.ts';
import { Conflict } from '../../ui/Conflict.tsx';
import { useNotices } from '../../ui/notices-store.ts';
import { JobFormFields } from '../../ui/JobFormFields.tsx';

const FIELDS = [
  { name: 'car', label: 'Car' },
  { name: 'year', label: 'Year' },
  { name: 'system', label: 'Factory system' },
  { name: 'place', label: 'Where it stands' },
  { name: 'wish', label: 'Wish' },
];

const fieldsOf = ({ car, year, system, place, wish }: JobFields): JobFields => ({
  car,
  year,
  system,
  place,
  wish,
});

export function CarForm({ job }: { job: JobOutline }) {
  const form = useForm<JobFields>({ resolver: zodResolver(jobFieldsSchema), defaultValues: fieldsOf(job) });
  const [conflict, setConflict] = useState<{ mine: JobFields; current: Job } | null>(null);
  const [version, setVersion] = useState(job.version);
  const tell = useNotices((s) => s.tell);
  const change = useCommand(changeJob, { showsOwnErrors: true });
  const save = (fields: JobFields, onVersion: number) =>
    change.mutate(
      { jobId: job.id, fields: { ...fields, version: onVersion } },
      {
        onSuccess: (saved) => {
          setVersion(saved.version);
          setConflict(null);
          form.reset(fieldsOf(saved));
          tell({ text: 'Saved.' });
        },
        onError: (error) => {
          if (error instanceof ApiProblem && error.status === 409)
            setConflict({ mine: fields, current: error.problem.current as Job });
          else tell({ tone: 'wrong', text: error.message });
        },
      },
    );
  const { isDirty } = form.formState;
  return (
    <Form
      noValidate
      className="car-form"
      onSubmit={(e) => void form.handleSubmit((fields) => save(fields, version))(e)}
    >
      <JobFormFields form={form} />
      {conflict && (
        <Conflict
          fields={FIELDS}
          mine={conflict.mine}
          current={{ ...conflict.current }}
          onKeepMine={() => save(conflict.mine, conflict.current.version)}
          onTakeTheirs={() => {
            setVersion(conflict.current.version);
            form.reset(fieldsOf(conflict.current));
            setConflict(null);
          }}
        />
      )}
      <div className="d-flex gap-2">
        <Button type="submit" disabled={!isDirty || change.isPending}>
          Save
        </Button>
        {isDirty && (
          <Button variant="secondary" onClick={() => form.reset()}>
            Undo changes
          </Button>
        )}
      </div>
    </Form>
  );
}
