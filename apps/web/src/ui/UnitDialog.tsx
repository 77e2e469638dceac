import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { Form, Modal } from 'react-bootstrap';
import { type UnitFields, unitFieldsSchema, type UnitView } from '@ulpen/core';
import { addUnit } from '../api/commands/add-unit.ts';
import { changeUnit } from '../api/commands/change-unit.ts';
import { useCommand } from '../api/commands/use-command.ts';
import { newId } from '../api/new-id.ts';
import { KEPT_WORDS, useRemoval } from '../api/use-removal.ts';
import { ConfirmDialog } from './ConfirmDialog.tsx';
import { Dialog } from './Dialog.tsx';
import { EditorFooter } from './EditorFooter.tsx';
import { USUAL_NAME } from './unit-words.ts';

/** Adds or changes a unit; removing one with outputs is asked about first. */
export function UnitDialog({
  jobId,
  unit,
  onClose,
}: {
  jobId: string;
  unit: UnitView | null;
  onClose: () => void;
}) {
  const [deleting, setDeleting] = useState(false);
  const form = useForm<UnitFields>({
    resolver: zodResolver(unitFieldsSchema),
    defaultValues: unit
      ? { kind: unit.kind, name: unit.name, location: unit.location }
      : { kind: 'amplifier', name: USUAL_NAME.amplifier, location: '' },
  });
  /** A name that nobody chose follows the kind. */
  const nameAsKind = () => {
    const { kind, name } = form.getValues();
    if (name.trim() === '' || Object.values(USUAL_NAME).includes(name.trim()))
      form.setValue('name', USUAL_NAME[kind]);
  };
  const add = useCommand(addUnit);
  const change = useCommand(changeUnit);
  const submit = (fields: UnitFields) =>
    unit
      ? change.mutate(
          { jobId, unitId: unit.id, fields: { ...fields, version: unit.version } },
          { onSuccess: onClose },
        )
      : add.mutate({ jobId, id: newId(), fields }, { onSuccess: onClose });
  const { remove } = useRemoval(jobId);
  const { errors } = form.formState;
  if (deleting && unit) {
    return (
      <ConfirmDialog
        title={`Remove ${unit.name}?`}
        action="Remove the unit"
        onCancel={() => setDeleting(false)}
        onConfirm={() => void remove(`/units/${unit.id}`, unit.name).then(onClose)}
      >
        Its outputs ({unit.pairs.length}), their captures and its plugs are hidden with it. {KEPT_WORDS}
      </ConfirmDialog>
    );
  }
  return (
    <Dialog title={unit ? 'Change the unit' : 'Add a unit'} onClose={onClose}>
      <Form noValidate onSubmit={(e) => void form.handleSubmit(submit)(e)}>
        <Modal.Body className="d-grid gap-3">
          <Form.Group controlId="unit-kind">
            <Form.Label>Kind</Form.Label>
            <Form.Select {...form.register('kind', { onChange: nameAsKind })}>
              <option value="amplifier">factory amplifier</option>
              <option value="radio">factory radio</option>
              <option value="subwoofer">factory subwoofer</option>
              <option value="module">another module</option>
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="unit-name">
            <Form.Label>Name</Form.Label>
            <Form.Control isInvalid={!!errors.name} {...form.register('name')} />
            <Form.Control.Feedback type="invalid">{errors.name?.message}</Form.Control.Feedback>
          </Form.Group>
          <Form.Group controlId="unit-location">
            <Form.Label>Where it sits</Form.Label>
            <Form.Control
              placeholder="under the rear floor"
              isInvalid={!!errors.location}
              {...form.register('location')}
            />
            <Form.Control.Feedback type="invalid">{errors.location?.message}</Form.Control.Feedback>
          </Form.Group>
        </Modal.Body>
        <EditorFooter
          action={unit ? 'Save' : 'Add the unit'}
          busy={add.isPending || change.isPending}
          onCancel={onClose}
          onRemove={unit ? () => setDeleting(true) : undefined}
        />
      </Form>
    </Dialog>
  );
}
