import { creating, keepPlanSchema, STRATEGY_IDS } from '@ulpen/core';
import { z } from 'zod';

/** A way in that there is here. */
export const wayInSchema = z.enum(STRATEGY_IDS, `must be one of ${STRATEGY_IDS.join(', ')}`);

/** What is sent to keep a plan: which way in there is, is known here. */
export const newPlanSchema = creating(keepPlanSchema.extend({ strategy: wayInSchema }), 'NewPlan');
