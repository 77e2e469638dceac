import { creating, keepPlanSchema, STRATEGY_IDS } from '@ulpen/core';
import { z } from 'zod';

/** What is sent to keep a plan: which way in there is, is known here. */
export const newPlanSchema = creating(
  keepPlanSchema.extend({ strategy: z.enum(STRATEGY_IDS, `must be one of ${STRATEGY_IDS.join(', ')}`) }),
  'NewPlan',
);
