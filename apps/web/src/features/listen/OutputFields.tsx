import { Form } from 'react-bootstrap';
import type { UseFormReturn } from 'react-hook-form';
import type { PairFields } from '@ulpen/core';

const numberOrNone = (v: unknown) => (v === '' || v === null ? null : Number(v));
const wireOrNone = (v: unknown) => (typeof v === 'string' && v.trim() !== '' ? v.trim().toUpperCase() : null);

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
  polarity: { label: 'Signal polarity as labelled', options: { normal: 'normal', reversed: 'reversed' } },
  polarityStanding: {
    label: 'Polarity is',
    options: { assumed: 'assumed', claimed: 'claimed by a diagram', measured: 'measured' },
  },
} as const;

export function OutputFields({ form }: { form: UseFormReturn<PairFields> }) {
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
  const text = (
    name: 'suffix' | 'plug' | 'plusCavity' | 'minusCavity' | 'plusWire' | 'minusWire',
    label: string,
    placeholder: string,
    read?: (v: unknown) => unknown,
  ) => (
    <Form.Group controlId={`output-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control
        className={read ? 'num' : ''}
        placeholder={placeholder}
        isInvalid={!!errors[name]}
        {...form.register(name, read && { setValueAs: read })}
      />
      <Form.Control.Feedback type="invalid">{errors[name]?.message}</Form.Control.Feedback>
    </Form.Group>
  );
  return (
    <div className="output-form">
      {choice('side')}
      {choice('axle')}
      {choice('way')}
      {text('suffix', 'Label', 'coil 2')}
      {text('plug', 'Plug', 'C2')}
      <span />
      {text('plusCavity', 'Plus in cavity', '3', numberOrNone)}
      {text('minusCavity', 'Minus in cavity', '4', numberOrNone)}
      <span />
      {text('plusWire', 'Wire of plus', 'BN/WH', wireOrNone)}
      {text('minusWire', 'Wire of minus', 'BN', wireOrNone)}
      <p className="small quiet align-self-end">
        Two letters each: BK BN RD OG YE GN BU VT GY WH PK TQ; a stripe after a slash.
      </p>
      {choice('polarity')}
      {choice('polarityStanding')}
    </div>
  );
}
