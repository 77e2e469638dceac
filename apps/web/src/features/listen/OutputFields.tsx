import { Form } from 'react-bootstrap';
import type { UseFormReturn } from 'react-hook-form';
import type { JobOutline, PairFields } from '@ulpen/core';
import { EndFields } from './EndFields.tsx';
import { STAGE_WORD } from './OutputFacts.tsx';

const CHOICES = {
  side: { label: 'Side', options: { left: 'left', right: 'right', centre: 'centre', mono: 'both, mono' } },
  axle: { label: 'Axle', options: { front: 'front', rear: 'rear', other: 'elsewhere' } },
  way: {
    label: 'Speaker',
    options: {
      full: 'full range',
      woofer: 'woofer',
      midrange: 'midrange',
      tweeter: 'tweeter',
      subwoofer: 'subwoofer',
    },
  },
  stage: { label: 'Output stage', options: STAGE_WORD },
  statedPolarity: {
    label: 'Signal polarity, as stated',
    options: { unknown: 'not stated', normal: 'normal', reversed: 'reversed' },
  },
} as const;

interface OutputFieldsProps {
  form: UseFormReturn<PairFields>;
  job: JobOutline;
  /** null: a new one */
  pairId: string | null;
}

export function OutputFields({ form, job, pairId }: OutputFieldsProps) {
  const { errors } = form.formState;
  const choice = (name: keyof typeof CHOICES) => (
    <Form.Group controlId={`output-${name}`}>
      <Form.Label>{CHOICES[name].label}</Form.Label>
      <Form.Select isInvalid={!!errors[name]} {...form.register(name)}>
        {Object.entries(CHOICES[name].options).map(([value, word]) => (
          <option key={value} value={value}>
            {word}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  );
  return (
    <div className="output-form">
      {choice('side')}
      {choice('axle')}
      {choice('way')}
      <Form.Group controlId="output-suffix">
        <Form.Label>Label</Form.Label>
        <Form.Control placeholder="coil 2" isInvalid={!!errors.suffix} {...form.register('suffix')} />
        <Form.Control.Feedback type="invalid">{errors.suffix?.message}</Form.Control.Feedback>
      </Form.Group>
      {choice('stage')}
      {choice('statedPolarity')}
      <EndFields form={form} job={job} pairId={pairId} />
      <p className="small quiet output-form-wide m-0">
        A stated polarity is a claim. Recording two outputs together measures it.
      </p>
    </div>
  );
}
