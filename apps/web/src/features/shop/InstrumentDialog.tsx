import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { Form, Modal } from 'react-bootstrap';
import {
  type ShopInstrument,
  INSTRUMENT_KINDS,
  INSTRUMENT_WORD,
  type InstrumentFields,
  instrumentFieldsSchema,
} from '@ulpen/core';
import { putInstrument } from '../../api/commands/put-instrument.ts';
import { removeInstrument } from '../../api/commands/remove-instrument.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { EditorFooter } from '../../ui/EditorFooter.tsx';

interface InstrumentDialogProps {
  /** null: a new one */
  instrument: ShopInstrument | null;
  onClose: () => void;
}

export function InstrumentDialog({ instrument, onClose }: InstrumentDialogProps) {
  const form = useForm<InstrumentFields>({
    resolver: zodResolver(instrumentFieldsSchema),
    defaultValues: instrument
      ? {
          kind: instrument.kind,
          name: instrument.name,
          note: instrument.note,
          checkedAt: instrument.checkedAt,
          bad: instrument.bad,
        }
      : { kind: 'meter', name: '', note: '', checkedAt: null, bad: null },
  });
  const put = useCommand(putInstrument);
  const remove = useCommand(removeInstrument);
  const { errors } = form.formState;
  const submit = (fields: InstrumentFields) =>
    put.mutate(
      { id: instrument?.id ?? newId(), version: instrument?.version ?? null, fields },
      { onSuccess: onClose },
    );
  return (
    <Dialog title={instrument ? 'Change the instrument' : 'Add an instrument'} onClose={onClose}>
      <Form noValidate onSubmit={(e) => void form.handleSubmit(submit)(e)}>
        <Modal.Body className="d-grid gap-3">
          <Form.Group controlId="instrument-kind">
            <Form.Label>Kind</Form.Label>
            <Form.Select {...form.register('kind')}>
              {INSTRUMENT_KINDS.map((kind) => (
                <option key={kind} value={kind}>
                  {INSTRUMENT_WORD[kind]}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="instrument-name">
            <Form.Label>Name, as it is labelled</Form.Label>
            <Form.Control
              autoFocus
              placeholder="blue meter, bay 2"
              isInvalid={!!errors.name}
              {...form.register('name')}
            />
            <Form.Control.Feedback type="invalid">{errors.name?.message}</Form.Control.Feedback>
          </Form.Group>
          <Form.Group controlId="instrument-note">
            <Form.Label>Note</Form.Label>
            <Form.Control isInvalid={!!errors.note} {...form.register('note')} />
            <Form.Control.Feedback type="invalid">{errors.note?.message}</Form.Control.Feedback>
          </Form.Group>
        </Modal.Body>
        <EditorFooter
          action={instrument ? 'Save' : 'Add it'}
          busy={put.isPending}
          onCancel={onClose}
          onRemove={
            instrument
              ? () => {
                  remove.mutate({ id: instrument.id, name: instrument.name });
                  onClose();
                }
              : undefined
          }
        />
      </Form>
    </Dialog>
  );
}
