import { ProblemError } from '../problems/problem-error.ts';

/** How often a plan is worked out again when its job was written to meanwhile. */
const TRIES = 4;

/**
 * Work that needs a job to stand still between working a plan out and writing: begun again when `moved` is thrown.
 *
 * @throws ProblemError (429) when the job does not stand still
 */
export async function untilStill<T>(work: (moved: Error) => Promise<T>): Promise<T> {
  const moved = new Error('the job went on meanwhile');
  for (let tried = 1; ; tried++) {
    try {
      return await work(moved);
    } catch (error) {
      if (error !== moved) throw error;
      if (tried >= TRIES) throw ProblemError.busy('This job is being written to. Try again in a moment.');
    }
  }
}
