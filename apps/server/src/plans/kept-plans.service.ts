import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { type Creating, type KeepPlan, type Plan, type Proposal, readinessOf } from '@ulpen/core';
import type { Knex } from 'knex';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { assertOwnRefs } from '../database/own-refs.ts';
import { DecisionsRepository } from '../decisions/decisions.repository.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { Fingerprints } from './fingerprints.ts';
import { newPlanSchema } from './new-plan-schema.ts';
import { PlansRepository } from './plans.repository.ts';
import { untilStill } from './until-still.ts';
import { cannotBeUsed, ProposalsService } from './proposals.service.ts';

/** Plans are worked out here and kept as they come out: nothing of a plan is taken from who asks for it. */
@Injectable()
export class KeptPlansService {
  constructor(
    private readonly db: Database,
    private readonly plans: PlansRepository,
    private readonly decisions: DecisionsRepository,
    private readonly fingerprints: Fingerprints,
    private readonly proposals: ProposalsService,
  ) {}

  /**
   * @throws ProblemError (409) with the plan as it comes out now, when it was seen with something else; (400) when the way
   * in cannot be used
   */
  keep(jobId: string, plan: Creating<KeepPlan>, by: Actor, signal: AbortSignal): Promise<Plan> {
    return untilStill(async (moved) => {
      const worked = await this.proposals.worked(jobId, plan, signal);
      return this.db.inJob(jobId, by, (trx) => this.keepWorked(trx, jobId, plan, worked, moved));
    });
  }

  private async keepWorked(
    trx: Knex,
    jobId: string,
    { id, name, fingerprint, revises, ...way }: Creating<KeepPlan>,
    worked: { fingerprint: string; proposal: Proposal | null },
    moved: Error,
  ): Promise<Plan> {
    await assertOwnRefs(trx, jobId, newPlanSchema, way);
    if (fingerprint !== worked.fingerprint) throw ProblemError.stale('plan', worked);
    const now = await this.fingerprints.of(trx, jobId);
    if (now.fingerprint !== worked.fingerprint) throw moved;
    if (!worked.proposal) throw cannotBeUsed('strategy');
    const next = revises === null ? null : await this.plans.nextOf(trx, jobId, revises);
    if (revises !== null && !next)
      throw ProblemError.invalid([{ field: 'revises', message: 'is no kept plan of this job' }]);
    return this.plans.add(trx, jobId, {
      ...(id && { id }),
      name,
      agreedAt: null,
      seriesId: randomUUID(),
      revision: 1,
      ...next,
      ...worked,
      proposal: worked.proposal,
    });
  }

  /** The plan that is to be built: it holds, nothing is wrong with it, and everything open was decided. */
  agree(id: string, by: Actor): Promise<Plan> {
    return this.db.inJobOf('plan', id, by, async (trx, jobId) => {
      const plan = await this.plans.get(trx, id);
      const { fingerprint } = await this.fingerprints.of(trx, jobId);
      if (plan.fingerprint !== fingerprint)
        throw ProblemError.conflict(
          'Out of date',
          'Something was found, measured or changed since this plan was kept. Keep it anew, then agree on it.',
        );
      const { state, errors, open, unseen, unsigned } = readinessOf(
        plan.proposal,
        await this.decisions.ofJob(trx, jobId),
      );
      if (state !== 'ready')
        throw ProblemError.conflict(
          'Not ready',
          `Before it can be agreed: ${[...errors, ...unseen, ...open, ...unsigned]
            .map((o) => o.text)
            .slice(0, 3)
            .join(' ')}`,
        );
      return this.plans.setAgreed(trx, plan, true);
    });
  }

  disagree(id: string, by: Actor): Promise<Plan> {
    return this.db.inJobOf('plan', id, by, async (trx) =>
      this.plans.setAgreed(trx, await this.plans.get(trx, id), false),
    );
  }
}
