import { z } from 'zod';
import { ZERO_ITEMS } from './intake.ts';
import { ref } from './ref.ts';
import {
  axleSchema,
  idSchema,
  line,
  momentSchema,
  requiredLine,
  sideSchema,
  waySchema,
  wireSchema,
  creating,
} from './words.ts';

export const INSTRUMENTS = ['dc', 'ac', 'ohms', 'tone', 'cone', 'seen', 'note'] as const;
export type Instrument = (typeof INSTRUMENTS)[number];

/** Where a tone was heard. The way is said when it could be told. */
export const heardPlaceSchema = z.object({ side: sideSchema, axle: axleSchema, way: waySchema.nullable() });
export type HeardPlace = z.infer<typeof heardPlaceSchema>;

const volts = z.number().min(-1000, 'no meter in a car reads that').max(1000, 'no meter in a car reads that');
const meterWord = z.enum(['drifting', 'unreachable']);

/** What an instrument showed. A word stands where there is no number. */
export const observationSchema = z
  .discriminatedUnion('kind', [
    z.object({ kind: z.literal('dc'), volts: volts.nullable(), word: meterWord.nullable() }),
    z.object({
      kind: z.literal('ac'),
      volts: volts.min(0, 'AC volts are 0 or more').nullable(),
      word: meterWord.nullable(),
    }),
    z.object({
      kind: z.literal('ohms'),
      ohms: z.number().min(0, 'resistance is 0 or more').max(1e9, 'write OL for an open circuit').nullable(),
      word: z.enum(['open', 'drifting', 'unreachable']).nullable(),
    }),
    z.object({
      kind: z.literal('tone'),
      places: z.array(heardPlaceSchema).max(4, 'at most four places'),
      word: z.enum(['nothing', 'unsure', 'unreachable']).nullable(),
    }),
    z.object({
      kind: z.literal('cone'),
      /** what drove the pair: a 1.5 V battery, or a polarity tester with its own pulses */
      source: z.enum(['battery', 'tester']),
      /** with plus of the source on the first cavity */
      moves: z.enum(['out', 'in', 'unsure', 'none']),
    }),
    z.object({
      kind: z.literal('seen'),
      wire: wireSchema.nullable(),
      size: z.enum(['thin', 'thick']).nullable(),
      /** twisted with the second cavity's wire, or with none when there is no second */
      twisted: z.boolean().nullable(),
      origin: z.enum(['factory', 'added', 'joint', 'unknown']).nullable(),
      unsure: z.boolean(),
    }),
    z.object({ kind: z.literal('note'), text: requiredLine(300) }),
  ])
  .superRefine((o, context) => {
    const value = o.kind === 'dc' || o.kind === 'ac' ? o.volts : o.kind === 'ohms' ? o.ohms : undefined;
    if (value !== undefined && (value === null) === ('word' in o && o.word === null)) {
      context.addIssue({ code: 'custom', path: [], message: 'give a number or a word, one of the two' });
    }
    if (o.kind === 'tone' && (o.places.length === 0) === (o.word === null)) {
      context.addIssue({ code: 'custom', path: ['places'], message: 'say where it was heard, or a word' });
    }
  });
export type Observation = z.infer<typeof observationSchema>;

/** What holds while readings are taken; stays as it is until changed. */
export const conditionsSchema = z
  .object({
    ignition: z.enum(['off', 'accessory', 'on']),
    radio: z.enum(['off', 'on']),
    sound: z.enum(['none', 'playing']),
    volumeStep: z.int().min(0).max(200).nullable(),
    balance: z.enum(['left', 'centre', 'right']),
    fader: z.enum(['front', 'centre', 'rear']),
    load: z.enum(['connected', 'none', 'unknown']),
    plug: z.enum(['seated', 'out']),
    /** which half of a plug that is out is probed */
    side: z.enum(['car', 'unit']),
    /** a passing state in which a turn-on source is proved; what is read in it says nothing about roles */
    moment: z.enum(['steady', 'door-open', 'restart', 'asleep', 'loaded']),
    /** what was set to nothing on the radio, from the intake's checklist */
    zeroed: z.array(z.enum(ZERO_ITEMS)).max(ZERO_ITEMS.length),
  })
  .meta({ id: 'Conditions' });
export type Conditions = z.infer<typeof conditionsSchema>;

export const readingFieldsSchema = z
  .object({
    cavityId: ref('cavity'),
    otherCavityId: ref('cavity').nullable(),
    observation: observationSchema,
    conditions: conditionsSchema,
    /** as it was typed */
    entered: line(200),
    /** the person was asked about an unlikely value and stands by it */
    confirmed: z.boolean(),
  })
  .refine((r) => r.cavityId !== r.otherCavityId, {
    path: ['otherCavityId'],
    error: 'a pair is two different cavities',
  })
  .refine(
    (r) => r.otherCavityId !== null || (r.observation.kind !== 'tone' && r.observation.kind !== 'cone'),
    {
      path: ['otherCavityId'],
      error: 'a tone or a cone test goes across two cavities',
    },
  )
  .meta({ id: 'ReadingFields' });
export type ReadingFields = z.infer<typeof readingFieldsSchema>;

export const readingSchema = readingFieldsSchema
  .safeExtend({
    id: idSchema,
    /** taken from the simulated car by its simulated meter */
    simulated: z.boolean(),
    takenAt: momentSchema,
    withdrawnAt: momentSchema.nullable(),
  })
  .meta({ id: 'Reading' });
export type Reading = z.infer<typeof readingSchema>;

export const readingBatchSchema = z
  .object({
    readings: z
      .array(creating(readingFieldsSchema, 'NewReading'))
      .min(1, 'at least one reading')
      .max(500, 'at most 500 at once'),
  })
  .meta({ id: 'ReadingBatch' });

export const START_CONDITIONS: Conditions = {
  ignition: 'off',
  radio: 'off',
  sound: 'none',
  volumeStep: null,
  balance: 'centre',
  fader: 'centre',
  load: 'connected',
  plug: 'out',
  side: 'car',
  moment: 'steady',
  zeroed: [],
};
