import { z } from 'zod';
import { volumeStepSchema } from './words.ts';

/** How car and source are held while outputs are measured, so that they can be compared and summed. */
export const referenceSchema = z
  .object({
    /** null: the step at which most outputs were measured */
    volumeStep: volumeStepSchema.nullable(),
    /** null: the load with which most outputs were measured */
    load: z.enum(['speaker', 'resistor', 'none']).nullable(),
    engine: z.enum(['off', 'idle', 'raised']),
    doors: z.enum(['closed', 'open']),
    playedIn: z.enum(['both', 'left', 'right', 'different']),
  })
  .meta({ id: 'Reference' });
export type Reference = z.infer<typeof referenceSchema>;

export const START_REFERENCE: Reference = {
  volumeStep: null,
  load: null,
  engine: 'off',
  doors: 'closed',
  playedIn: 'both',
};
