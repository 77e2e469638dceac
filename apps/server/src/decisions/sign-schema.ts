import { signingSchema } from '@ulpen/core';
import { wayInSchema } from '../plans/new-plan-schema.ts';

/** What is sent to sign something of a plan: which ways in there are, is known here. */
export const signSchema = signingSchema.extend({
  plan: signingSchema.shape.plan.extend({ strategy: wayInSchema }),
});
