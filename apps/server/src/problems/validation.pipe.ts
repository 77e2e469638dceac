import { StandardSchemaValidationPipe } from '@nestjs/common';
import { ProblemError } from './problem-error.ts';

/** Bodies, parameters and queries against their Zod schemas; a fault names its field. A bad id is an unknown thing. */
export const validationPipe = new StandardSchemaValidationPipe({
  exceptionFactory: (issues) =>
    ProblemError.invalid(
      issues.map((issue) => ({
        field: (issue.path ?? []).map((p) => (typeof p === 'object' ? String(p.key) : String(p))).join('.'),
        message: issue.message,
      })),
    ),
});
