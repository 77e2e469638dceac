import { z } from 'zod';
import { conditionsSchema } from './conditions.ts';
import { requiredLine } from './words.ts';

/** Conditions that a shop sets together between its usual readings. */
export const conditionSetSchema = z
  .object({
    name: requiredLine(30),
    holds: conditionsSchema.pick({ ignition: true, radio: true, sound: true, plug: true }),
  })
  .meta({ id: 'ConditionSet' });
export type ConditionSet = z.infer<typeof conditionSetSchema>;

export const conditionSetsSchema = z
  .array(conditionSetSchema)
  .min(1, 'one set at least')
  .max(8, 'at most 8 sets')
  .refine((sets) => new Set(sets.map((s) => s.name.toLowerCase())).size === sets.length, {
    error: 'two sets have the same name',
  });

/** In the order in which a plug is gone through. */
export const USUAL_CONDITION_SETS: ConditionSet[] = [
  { name: 'Off, plug out', holds: { ignition: 'off', radio: 'off', sound: 'none', plug: 'out' } },
  { name: 'Ignition on, radio off', holds: { ignition: 'on', radio: 'off', sound: 'none', plug: 'seated' } },
  { name: 'Radio on, seated', holds: { ignition: 'on', radio: 'on', sound: 'none', plug: 'seated' } },
  { name: 'Playing, seated', holds: { ignition: 'on', radio: 'on', sound: 'playing', plug: 'seated' } },
];
