import type { Problem } from '@ulpen/core';

/** An error that is told to the client as it is: RFC 9457 problem details. */
export class ProblemError extends Error {
  constructor(
    readonly problem: Problem,
    /** s after which trying again may help */
    readonly retryAfter: number | null = null,
  ) {
    super(problem.detail);
  }

  static of(status: number, title: string, detail: string, more: Partial<Problem> = {}): ProblemError {
    return new ProblemError({ type: 'about:blank', title, status, detail, ...more });
  }

  static notFound(what: string): ProblemError {
    return ProblemError.of(
      404,
      'Not found',
      `There is no such ${what}. It may have been removed; go back to the list.`,
    );
  }

  static invalid(errors: NonNullable<Problem['errors']>): ProblemError {
    const detail = errors.map((e) => (e.field ? `${e.field}: ${e.message}` : e.message)).join('; ');
    return ProblemError.of(400, 'Not accepted', detail, { errors });
  }

  static stale(what: string, current: unknown): ProblemError {
    const detail = `This ${what} was changed elsewhere in the meantime. Look at both and decide.`;
    return ProblemError.of(409, 'Changed in the meantime', detail, { current });
  }

  /** What is asked for does not fit what is there; the words say what to do first. */
  static conflict(title: string, detail: string): ProblemError {
    return ProblemError.of(409, title, detail);
  }

  static tooLarge(most: string): ProblemError {
    return ProblemError.of(413, 'Too large', `${most.charAt(0).toUpperCase()}${most.slice(1)}.`);
  }

  static busy(detail: string): ProblemError {
    return new ProblemError({ type: 'about:blank', title: 'Busy', status: 429, detail }, 2);
  }

  static away(title: string, detail: string): ProblemError {
    return new ProblemError({ type: 'about:blank', title, status: 503, detail }, 3);
  }
}
