import { applyDecorators, HttpCode } from '@nestjs/common';
import { ApiResponse } from '@nestjs/swagger';
import { problemSchema } from '@ulpen/core';

type Status = 400 | 404 | 409 | 413 | 415 | 429;

export const WHEN: Record<Status | 403 | 500 | 503, string> = {
  400: 'Not accepted: which field, and what would be',
  403: 'Not from this page',
  404: 'There is no such thing',
  409: 'Does not fit what is there now; with the present state where somebody else was faster',
  413: 'Larger than what is taken in',
  415: 'Another kind of body than what is taken in',
  429: 'Busy: try again after as many seconds as Retry-After says',
  500: 'A fault of the server; nothing was changed',
  503: 'The database does not answer: try again later',
};

/** The problem answers (RFC 9457) of an operation; those that any operation can give come by themselves. */
export const Problems = (...statuses: Status[]) =>
  applyDecorators(
    ...([...statuses, 403, 500, 503] as const).map((status) =>
      ApiResponse({ status, description: WHEN[status], standardSchema: problemSchema }),
    ),
  );

/** An operation that removes something, and how it may fail. */
export const Removes = (...statuses: Status[]) =>
  applyDecorators(HttpCode(204), ApiResponse({ status: 204, description: 'Removed' }), Problems(...statuses));
