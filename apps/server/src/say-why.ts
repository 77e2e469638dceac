import { problemOf } from './problems/problem-of.ts';

/** Runs a program of the server; when it cannot, the terminal says why, in words, and it ends with code 1. */
export async function orSayWhy(work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch (error) {
    const told = problemOf(error)?.problem;
    const why = told ? `${told.title}: ${told.detail}` : String((error as Error | null)?.message ?? error);
    process.stderr.write(`${why}\n`);
    process.exit(1);
  }
}
