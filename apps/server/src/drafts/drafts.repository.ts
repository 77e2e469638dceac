import { Injectable } from '@nestjs/common';
import {
  changedDraft,
  type Draft,
  draftAt,
  type DraftChange,
  type DraftHistory,
  draftSchema,
  type DraftState,
  NO_DRAFT,
  steppedDraft,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { ProblemError } from '../problems/problem-error.ts';

interface DraftRow extends DraftHistory {
  job_id: string;
  strategy: string;
  version: number;
}
type Changed = Pick<Draft, 'strategy' | 'version'>;

/** What is changed of a way in, with every step that can be taken back, until it is kept. */
@Injectable()
export class DraftsRepository {
  async ofJob(db: Knex, jobId: string): Promise<Draft[]> {
    return (await db<DraftRow>('drafts').where({ job_id: jobId }).orderBy('strategy')).map(asDraft);
  }

  /** @throws ProblemError (409) with the draft as it is, when somebody else was faster */
  async change(db: Knex, jobId: string, { changes, planId, ...draft }: DraftChange): Promise<Draft> {
    const history = await this.history(db, jobId, draft);
    const from = { id: planId, job_id: jobId, retired_at: null };
    if (planId !== null && !(await db('plans').where(from).first('id')))
      throw ProblemError.invalid([{ field: 'planId', message: 'is no kept plan of this job' }]);
    return this.put(db, jobId, draft, changedDraft(history, { changes, planId }));
  }

  async step(db: Knex, jobId: string, draft: Changed, by: 'undo' | 'redo'): Promise<Draft> {
    const stepped = steppedDraft(await this.history(db, jobId, draft), by);
    if (stepped) return this.put(db, jobId, draft, stepped);
    throw ProblemError.conflict(
      by === 'undo' ? 'Nothing to take back' : 'Nothing to do again',
      `No ${by === 'undo' ? 'earlier' : 'later'} change of this draft is kept.`,
    );
  }

  /** As it came from a file. */
  async add(
    db: Knex,
    jobId: string,
    { strategy, changes }: Pick<Draft, 'strategy' | 'changes'>,
  ): Promise<void> {
    const history = changedDraft(NO_DRAFT, { changes, planId: null });
    await this.put(db, jobId, { strategy, version: 0 }, history);
  }

  private async history(db: Knex, jobId: string, { strategy, version }: Changed): Promise<DraftHistory> {
    const row = await db<DraftRow>('drafts').where({ job_id: jobId, strategy }).first();
    if ((row?.version ?? 0) !== version) throw ProblemError.stale('draft', row ? asDraft(row) : null);
    return row ?? NO_DRAFT;
  }

  private async put(
    db: Knex,
    jobId: string,
    { strategy, version }: Changed,
    { states, at }: DraftHistory,
  ): Promise<Draft> {
    if (version === 0) await assertRoom(db, 'draftsOfJob', { table: 'drafts', where: { job_id: jobId } });
    const row = { job_id: jobId, strategy, states: JSON.stringify(states), at, version: version + 1 };
    const [written] = await db('drafts')
      .insert(row)
      .onConflict(['job_id', 'strategy'])
      .merge()
      .returning('*');
    return asDraft(written);
  }
}

/** What earlier versions did not have is as usual. */
const asDraft = ({ job_id: jobId, strategy, version, states, at }: DraftRow): Draft =>
  draftSchema.parse({
    jobId,
    strategy,
    version,
    ...draftAt({ states: states satisfies DraftState[], at }),
  });
