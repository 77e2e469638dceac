import { Form } from 'react-bootstrap';
import {
  ENGINE_WORD,
  type JobOutline,
  LOAD_WORD,
  PLAYED_IN_WORD,
  type Reference,
  referenceOf,
} from '@ulpen/core';
import { SelectField } from '../../ui/SelectField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';

interface ReferenceFieldsProps {
  job: JobOutline;
  reference: Reference;
  onChange: (reference: Reference) => void;
}

const DOORS_WORD: Record<Reference['doors'], string> = { closed: 'doors closed', open: 'doors open' };
const LOADS = ['speaker', 'resistor', 'none'] as const;
const ENGINES = ['off', 'idle', 'raised'] as const;
const PLAYED = ['both', 'left', 'right', 'different'] as const;

/** How car and source are while outputs are measured: of several measurements of one output the nearest counts. */
export function ReferenceFields({ job, reference, onChange }: ReferenceFieldsProps) {
  const held = referenceOf({ ...job, intake: { ...job.intake, reference } });
  const choice = <K extends 'load' | 'engine' | 'doors' | 'playedIn'>(
    name: K,
    label: string,
    options: readonly (readonly [Reference[K], string])[],
  ) => (
    <SelectField
      id={`reference-${name}`}
      label={label}
      value={reference[name]}
      options={options.map(([value, word]) => ({ value, word }))}
      onChange={(value) => onChange({ ...reference, [name]: value })}
    />
  );
  return (
    <details className="brief-more">
      <summary>
        Reference conditions:{' '}
        <span className="num">{held.volumeStep === null ? 'no step yet' : `step ${held.volumeStep}`}</span>,{' '}
        {[
          LOAD_WORD[held.load],
          ENGINE_WORD[held.engine],
          DOORS_WORD[held.doors],
          `played in ${PLAYED_IN_WORD[held.playedIn]}`,
        ].join(', ')}
      </summary>
      <div className="reference-fields">
        <NumberField
          id="reference-step"
          label="Volume step"
          value={reference.volumeStep}
          most={200}
          placeholder={held.volumeStep === null ? 'as most outputs' : `${held.volumeStep}, as most`}
          whole
          onChange={(volumeStep) => onChange({ ...reference, volumeStep })}
        />
        {choice('load', 'Load', [
          [null, 'as most outputs'],
          ...LOADS.map((load) => [load, LOAD_WORD[load]] as const),
        ])}
        {choice(
          'engine',
          'Engine',
          ENGINES.map((engine) => [engine, ENGINE_WORD[engine]] as const),
        )}
        {choice('doors', 'Doors', [
          ['closed', DOORS_WORD.closed],
          ['open', DOORS_WORD.open],
        ])}
        {choice(
          'playedIn',
          'Played in',
          PLAYED.map((played) => [played, PLAYED_IN_WORD[played]] as const),
        )}
      </div>
      <Form.Text as="p" className="mt-2 mb-0">
        Measure every output this way. Of several measurements of one output, the nearest to these conditions
        counts. One with another load or with the engine running counts only when it is pinned.
      </Form.Text>
    </details>
  );
}
