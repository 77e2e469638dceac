import { Form } from 'react-bootstrap';
import type { UseFormReturn } from 'react-hook-form';
import type { JobFields } from '@ulpen/core';

/** The year as typed: nothing is allowed, words are left for the schema to refuse. */
const yearFromText = (value: unknown) => (value === '' || value === null ? null : Number(value));

interface JobFormFieldsProps {
  form: UseFormReturn<JobFields>;
  autoFocus?: boolean;
}

export function JobFormFields({ form, autoFocus = false }: JobFormFieldsProps) {
  const { errors } = form.formState;
  const fault = (name: keyof JobFields) => (
    <Form.Control.Feedback type="invalid">{errors[name]?.message}</Form.Control.Feedback>
  );
  return (
    <div className="d-grid gap-3">
      <div className="d-grid gap-3" style={{ gridTemplateColumns: 'minmax(0, 1fr) 6.5rem' }}>
        <Form.Group controlId="job-car">
          <Form.Label>Car</Form.Label>
          <Form.Control
            autoFocus={autoFocus}
            placeholder="Make, model, trim"
            isInvalid={!!errors.car}
            {...form.register('car')}
          />
          {fault('car')}
        </Form.Group>
        <Form.Group controlId="job-year">
          <Form.Label>Year</Form.Label>
          <Form.Control
            inputMode="numeric"
            isInvalid={!!errors.year}
            {...form.register('year', { setValueAs: yearFromText })}
          />
          {fault('year')}
        </Form.Group>
      </div>
      <Form.Group controlId="job-system">
        <Form.Label>Factory system</Form.Label>
        <Form.Control
          placeholder="What is known so far: name, speakers, amplifier"
          isInvalid={!!errors.system}
          {...form.register('system')}
        />
        {fault('system')}
      </Form.Group>
      <Form.Group controlId="job-place">
        <Form.Label>Where it stands</Form.Label>
        <Form.Control placeholder="Bay 1" isInvalid={!!errors.place} {...form.register('place')} />
        {fault('place')}
      </Form.Group>
      <Form.Group controlId="job-wish">
        <Form.Label>What the owner wants and must keep</Form.Label>
        <Form.Control as="textarea" rows={3} isInvalid={!!errors.wish} {...form.register('wish')} />
        {fault('wish')}
      </Form.Group>
    </div>
  );
}
