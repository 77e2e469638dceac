import { Form } from 'react-bootstrap';
import { type CaptureFields, LOAD_WORD } from '@ulpen/core';
import { optionsOf, SelectField } from '../../ui/SelectField.tsx';

type StepAndLoadFields = Pick<CaptureFields, 'volumeStep' | 'load'>;

interface StepAndLoadProps {
  /** begins the ids of the fields */
  id: string;
  said: StepAndLoadFields;
  onChange: (part: Partial<StepAndLoadFields>) => void;
}

/** How the radio and the output were while something was measured. */
export function StepAndLoad({ id, said, onChange }: StepAndLoadProps) {
  return (
    <>
      <Form.Group controlId={`${id}-step`}>
        <Form.Label>Volume step of the radio</Form.Label>
        <Form.Control
          className="num"
          inputMode="numeric"
          placeholder="not noted"
          value={said.volumeStep ?? ''}
          onChange={(e) => {
            const digits = e.target.value.replace(/\D/g, '').slice(0, 3);
            onChange({ volumeStep: digits === '' ? null : Math.min(200, Number(digits)) });
          }}
        />
      </Form.Group>
      <SelectField
        id={`${id}-load`}
        label="Load at the time"
        value={said.load}
        options={optionsOf(LOAD_WORD)}
        onChange={(load) => onChange({ load })}
      />
    </>
  );
}
