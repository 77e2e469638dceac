import { describe, expect, it } from 'vitest';
import { captureFieldsSchema } from './capture.ts';
import { jobFieldsSchema } from './job.ts';
import { observationSchema } from '../readings/index.ts';
import { simulationFieldsSchema } from './simulation.ts';
import { START_CONDITIONS, conditionsSchema } from './conditions.ts';

const said = (schema: { safeParse: typeof jobFieldsSchema.safeParse }, value: unknown) =>
  (schema.safeParse(value).error?.issues ?? []).map((i) => `${i.path.join('.')}: ${i.message}`);

describe('what a schema does not accept is said by what it would', () => {
  it.each<[string, { safeParse: never }, unknown, string]>([
    ['what is missing', jobFieldsSchema as never, {}, 'car: is missing'],
    ['another type', jobFieldsSchema as never, { car: 4 }, 'car: must be text'],
    ['no object at all', jobFieldsSchema as never, 'car', ': must be an object'],
    [
      'an unknown word',
      captureFieldsSchema as never,
      { load: 'heavy' },
      'load: must be one of speaker, resistor, none, unknown',
    ],
    [
      'too little',
      conditionsSchema as never,
      { ...START_CONDITIONS, volumeStep: -1 },
      'volumeStep: at least 0',
    ],
    [
      'too much',
      conditionsSchema as never,
      { ...START_CONDITIONS, volumeStep: 999 },
      'volumeStep: at most 200',
    ],
    [
      'a part of a whole',
      conditionsSchema as never,
      { ...START_CONDITIONS, volumeStep: 1.5 },
      'volumeStep: must be a whole number',
    ],
    ['another kind', observationSchema as never, { kind: 'smell' }, 'kind: is not a known kind'],
    [
      'what its schema says itself',
      simulationFieldsSchema as never,
      { connectors: 9 },
      'connectors: one to four plugs',
    ],
  ])('%s', (_, schema, value, words) => {
    expect(said(schema, value)).toContain(words);
  });
});
