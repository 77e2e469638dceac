import type { Knex } from 'knex';
import { ProblemError } from '../problems/problem-error.ts';

/** A write by the name that its client gave it. */
export interface Command {
  id: string;
  /** what it asks for, as one number */
  asks: () => string;
}

/** Ends a transaction in which nothing was to be done: the command was done before, and this was its answer. */
export class DoneBefore extends Error {
  constructor(readonly answer: unknown) {
    super('done before');
  }
}

/** For so long a command that is sent again gets its answer again. */
const KEPT = "interval '30 days'";

/**
 * Does a command once, however often it is sent: the answer is kept in the same transaction as what it did. Of two at
 * one time the second waits for the first.
 *
 * @throws DoneBefore with the answer that was given
 * @throws ProblemError (409) when the command was sent before with another content
 */
export async function once<T>(trx: Knex, command: Command | null, work: () => Promise<T>): Promise<T> {
  if (command === null) return work();
  const asks = command.asks();
  const claimed = await trx('commands')
    .insert({ id: command.id, asks })
    .onConflict('id')
    .ignore()
    .returning('id');
  if (claimed.length === 0) return answerOf(trx, command.id, asks);
  const result = await work();
  await trx('commands')
    .where({ id: command.id })
    .update({ answer: result === undefined ? null : JSON.stringify(result) });
  return result;
}

/** What it is about is gone: perhaps by this very command, sent again. */
export async function doneBefore<T>(trx: Knex, command: Command | null, otherwise: Error): Promise<T> {
  if (command !== null && (await trx('commands').where({ id: command.id }).first('id')))
    return answerOf(trx, command.id, command.asks());
  throw otherwise;
}

async function answerOf(trx: Knex, id: string, asks: string): Promise<never> {
  const row = await trx('commands').where({ id }).first('asks', 'answer');
  if (row.asks !== asks)
    throw ProblemError.conflict(
      'Another command has this id',
      'A command was sent before with this id and another content. Make a new id for a new command.',
    );
  throw new DoneBefore(row.answer === null ? undefined : JSON.parse(row.answer));
}

/** Answers that nobody will ask for again are let go. */
export async function forgetOldCommands(db: Knex): Promise<void> {
  await db.raw(`delete from commands where server_at < now() - ${KEPT}`);
}
