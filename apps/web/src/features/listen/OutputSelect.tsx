import { Form } from 'react-bootstrap';
import { type JobView, pairName } from '@ulpen/core';

interface OutputSelectProps {
  id: string;
  label: string;
  job: JobView;
  /** '' where none is chosen */
  value: string;
  /** words for none (default: one has to be chosen) */
  none?: string;
  /** what is wrong with the choice (default: nothing) */
  fault?: string | undefined;
  onChange: (pairId: string) => void;
}

/** One of a job's outputs, by unit. */
export function OutputSelect({ id, label, job, value, none, fault, onChange }: OutputSelectProps) {
  return (
    <Form.Group controlId={id}>
      <Form.Label>{label}</Form.Label>
      <Form.Select value={value} isInvalid={fault !== undefined} onChange={(e) => onChange(e.target.value)}>
        {none !== undefined && <option value="">{none}</option>}
        {job.units.map((unit) => (
          <optgroup key={unit.id} label={unit.name}>
            {unit.pairs.map((pair) => (
              <option key={pair.id} value={pair.id}>
                {pairName(pair)}
              </option>
            ))}
          </optgroup>
        ))}
      </Form.Select>
      <Form.Control.Feedback type="invalid">{fault}</Form.Control.Feedback>
    </Form.Group>
  );
}
