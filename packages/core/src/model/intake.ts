import { z } from 'zod';
import { referenceSchema, START_REFERENCE } from './reference.ts';
import { line, momentSchema, requiredLine, versionSchema } from './words.ts';

/** What is looked at when a car comes in, and again before it goes. */
export const WALK_IN_ITEMS = [
  'warning-lights',
  'speakers',
  'chimes',
  'parking',
  'telephone',
  'damage',
  'earlier-work',
] as const;

export type WalkInItem = (typeof WALK_IN_ITEMS)[number];

/** What is set to nothing before measuring, so that readings of two days can be compared. */
export const ZERO_ITEMS = ['tone', 'loudness', 'surround', 'speed-volume', 'seat-focus', 'source'] as const;

/** What an installer may have at hand. */
export const TOOLS = ['meter', 'battery', 'tone', 'tester', 'test-speaker', 'analyser'] as const;
export type Tool = (typeof TOOLS)[number];

const itemStateSchema = z.object({
  state: z.enum(['unchecked', 'good', 'fault', 'absent']),
  note: line(200),
});

export const walkInSchema = z
  .object({
    items: z.record(z.enum(WALK_IN_ITEMS), itemStateSchema),
    /** a role or bay, as the shop signs; no personal data is asked for */
    signedBy: requiredLine(60),
    signedAt: momentSchema,
  })
  .meta({ id: 'WalkIn' });
export type WalkIn = z.infer<typeof walkInSchema>;

/** What is known of the factory system before the first plug is pulled. */
export const cluesSchema = z.object({
  amplifierFound: z.enum(['yes', 'no', 'unknown']),
  fibreOrData: z.enum(['yes', 'no', 'unknown']),
  faderWorks: z.enum(['yes', 'no', 'unknown']),
  moreSpeakersThanFour: z.enum(['yes', 'no', 'unknown']),
});
export type Clues = z.infer<typeof cluesSchema>;

export const intakeFieldsSchema = z
  .object({
    trim: line(80),
    optionCodes: z.array(requiredLine(20)).max(30, 'at most 30 option codes'),
    drive: z.enum(['unknown', 'combustion', 'hybrid', 'electric']),
    /** of the net that the new devices hang on */
    nominalVolts: z.enum(['12', '24']).default('12'),
    tools: z.array(z.enum(TOOLS)).max(TOOLS.length),
    zeroed: z.array(z.enum(ZERO_ITEMS)).max(ZERO_ITEMS.length),
    clues: cluesSchema,
    /** the conditions that outputs are measured under */
    reference: referenceSchema,
    /** signed checks, oldest first; one is added, none is changed: the car is gone through again before it leaves */
    walkIns: z.array(walkInSchema).max(20, 'at most 20 signed checks'),
  })
  .meta({ id: 'IntakeFields' });
export type IntakeFields = z.infer<typeof intakeFieldsSchema>;

export const intakeSchema = intakeFieldsSchema.extend({ version: versionSchema }).meta({ id: 'Intake' });
export type Intake = z.infer<typeof intakeSchema>;

export const START_INTAKE: IntakeFields = {
  trim: '',
  optionCodes: [],
  drive: 'unknown',
  nominalVolts: '12',
  tools: ['meter', 'battery'],
  zeroed: [],
  clues: {
    amplifierFound: 'unknown',
    fibreOrData: 'unknown',
    faderWorks: 'unknown',
    moreSpeakersThanFour: 'unknown',
  },
  reference: START_REFERENCE,
  walkIns: [],
};
