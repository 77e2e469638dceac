import { STATUS_CODES } from 'node:http';
import { HttpException } from '@nestjs/common';
import { LIMITS } from '@ulpen/core';
import { type DatabaseFault, isAway, isFull, isTooSlow, isTransient } from '../database/faults.ts';
import { ProblemError } from './problem-error.ts';

const invalid = (message: string, field = '') => ProblemError.invalid([{ field, message }]);
const NUL = invalid('some text contains the character NUL, which cannot be kept');
const NOT_MULTIPART = ProblemError.of(415, 'Wrong kind of body', 'Send the file as multipart/form-data.');
const FORM = invalid('the form has too many parts: send the fields where they are asked for, then one file');

/** What PostgreSQL says of a constraint, in words. */
const CONSTRAINT: Record<string, string> = {
  connectors_live_name: 'this unit has a plug of that name already',
  devices_live_name: 'the library has a device of that name already',
  two_cavities: 'plus and minus are two different cavities',
  two_different_cavities: 'a pair is two different cavities',
  two_outputs: 'left and right were taken from two different outputs',
  band_rises: 'the band must end above its start',
};

/** What PostgreSQL, Fastify and its plugins call things that the client can mend. */
const KNOWN: Record<string, (fault: DatabaseFault) => ProblemError> = {
  '22021': () => NUL,
  '22P05': () => NUL,
  '22P02': () => invalid('some value is not of the kind that is kept there'),
  '22003': () => invalid('some number is larger than what can be kept'),
  '22008': () => invalid('some date lies outside of what can be kept'),
  '22001': () => invalid('some text is longer than what can be kept'),
  '23502': () => invalid('some value that is needed is missing'),
  '23514': ({ constraint = '' }) =>
    invalid(CONSTRAINT[constraint] ?? 'some value lies outside of what can be kept'),
  '23505': ({ constraint = '' }) =>
    ProblemError.conflict(
      'There already',
      `${capital(CONSTRAINT[constraint] ?? 'the same is there already')}. Look at what is there now.`,
    ),
  '23503': ({ detail = '' }) =>
    /is still referenced/.test(detail)
      ? ProblemError.conflict('Still in use', 'Something on record depends on this, so it stays.')
      : ProblemError.conflict(
          'No longer there',
          'What this belongs to was removed in the meantime. Look at what is there now.',
        ),
  FST_ERR_CTP_BODY_TOO_LARGE: () =>
    ProblemError.tooLarge(
      `at most ${LIMITS.jsonBytes.most / 1024} KiB of JSON; ${LIMITS.planBytes.most / 1024} KiB for plans, sheets, readings and devices`,
    ),
  FST_REQ_FILE_TOO_LARGE: () => ProblemError.tooLarge('no file that large is taken in'),
  FST_ERR_CTP_INVALID_MEDIA_TYPE: () =>
    ProblemError.of(415, 'Wrong kind of body', 'Send JSON, or multipart where a file is taken in.'),
  FST_ERR_CTP_EMPTY_JSON_BODY: () => invalid('the body is empty; JSON was announced'),
  FST_ERR_CTP_INVALID_CONTENT_LENGTH: () => invalid('the body is not as long as Content-Length says'),
  FST_INVALID_MULTIPART_CONTENT_TYPE: () => NOT_MULTIPART,
  FST_PROTO_VIOLATION: () => invalid('a part of the form has a name that is not taken in'),
  FST_INVALID_JSON_FIELD_ERROR: () => invalid('is not JSON', 'fields'),
  FST_PARTS_LIMIT: () => FORM,
  FST_FILES_LIMIT: () => FORM,
  FST_FIELDS_LIMIT: () => FORM,
};

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

const AWAY = ProblemError.away(
  'The database does not answer',
  'Ulpen is waiting for its database and will carry on by itself. Nothing you saved is lost, and what you typed is still here.',
);
const FULL = ProblemError.away(
  'The disk is full',
  'This was not saved; everything saved before is safe. Free up some disk space, then try again.',
);
const SLOW = ProblemError.away(
  'Busy',
  'The database took too long, so this was not saved. Try again in a few seconds.',
);

/** What an error says to the client; null for a fault of the server, which is logged and kept from it. */
export function problemOf(error: unknown): ProblemError | null {
  if (error instanceof ProblemError) return error;
  if (isFull(error)) return FULL;
  if (isAway(error)) return AWAY;
  if (isTooSlow(error) || isTransient(error)) return SLOW;
  const code = (error as { code?: unknown } | null)?.code;
  if (typeof code === 'string' && Object.hasOwn(KNOWN, code)) return KNOWN[code](error as DatabaseFault);
  if (error instanceof HttpException) {
    const status = error.getStatus();
    if (status >= 500) return null;
    const detail = status === 404 ? 'There is nothing at this address.' : error.message;
    const errors = status === 400 ? { errors: [{ field: '', message: error.message }] } : {};
    return ProblemError.of(status, STATUS_CODES[status] ?? 'Not accepted', detail, errors);
  }
  const status = (error as { statusCode?: number } | null)?.statusCode;
  if (status && status >= 400 && status < 500) {
    const detail = status === 414 ? 'The address is too long.' : (error as Error).message;
    const errors = status === 400 ? { errors: [{ field: '', message: detail }] } : {};
    return ProblemError.of(status, STATUS_CODES[status] ?? 'Not accepted', detail, errors);
  }
  return null;
}
