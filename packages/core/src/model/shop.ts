import { z } from 'zod';
import { conditionSetsSchema, USUAL_CONDITION_SETS } from './condition-set.ts';
import { practiceSchema, USUAL_PRACTICE } from './practice.ts';
import { versionSchema } from './words.ts';

/** Where schools of the trade differ: what this shop does unless a job says otherwise. */
export const preferencesFieldsSchema = z
  .object({
    /** what the ranking looks at first, once a plan does its job */
    first: z.enum(['fewest-parts', 'flattest', 'least-cutting', 'fewest-hours']),
    subwooferFrom: z.enum(['factory-subwoofer', 'full-range']),
    converter: z.enum(['active', 'passive']),
    turnOn: z.enum(['sensing', 'offset', 'accessory', 'factory-remote']),
    joining: z.enum(['tap', 'harness-pair', 'cut']),
    speakerWire: z.enum(['reuse', 'new']),
    /** how far gains go beyond a full-scale tone, dB, since music seldom reaches full scale */
    overlap: z.enum(['0', '5', '10']).default('5'),
    practice: practiceSchema.default(USUAL_PRACTICE),
    conditionSets: conditionSetsSchema.default(USUAL_CONDITION_SETS),
  })
  .meta({ id: 'PreferencesFields' });
export type PreferencesFields = z.infer<typeof preferencesFieldsSchema>;
export const preferencesSchema = preferencesFieldsSchema
  .extend({ version: versionSchema })
  .meta({ id: 'Preferences' });
export type Preferences = z.infer<typeof preferencesSchema>;

export const START_PREFERENCES: PreferencesFields = {
  first: 'fewest-parts',
  subwooferFrom: 'factory-subwoofer',
  converter: 'active',
  turnOn: 'accessory',
  joining: 'tap',
  speakerWire: 'reuse',
  overlap: '5',
  practice: USUAL_PRACTICE,
  conditionSets: USUAL_CONDITION_SETS,
};
