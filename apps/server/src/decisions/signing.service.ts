import { Injectable } from '@nestjs/common';
import { type Decision, type Loss, type Proposal, type Remark, sameMatter, type Signing } from '@ulpen/core';
import type { Knex } from 'knex';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { assertOwnRefs } from '../database/own-refs.ts';
import { Fingerprints } from '../plans/fingerprints.ts';
import { cannotBeUsed, ProposalsService } from '../plans/proposals.service.ts';
import { untilStill } from '../plans/until-still.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { DecisionsRepository, type NewDecision } from './decisions.repository.ts';
import { signSchema } from './sign-schema.ts';

type Signed = Signing['decisions'][number];

/** What is signed is what the plan says now, as it is worked out here: rule, subjects, figures and words. */
@Injectable()
export class SigningService {
  constructor(
    private readonly db: Database,
    private readonly decisions: DecisionsRepository,
    private readonly fingerprints: Fingerprints,
    private readonly proposals: ProposalsService,
  ) {}

  /**
   * @throws ProblemError (409) with the plan as it comes out now, when it was seen with something else; (400) when the plan
   * leaves nothing of that rule and those subjects open
   */
  sign(jobId: string, signing: Signing, by: Actor, signal: AbortSignal): Promise<Decision[]> {
    return untilStill(async (moved) => {
      const worked = await this.proposals.worked(jobId, signing.plan, signal);
      return this.db.inJob(jobId, by, async (trx) => {
        await assertOwnRefs(trx, jobId, signSchema, signing);
        if (signing.plan.fingerprint !== worked.fingerprint) throw ProblemError.stale('plan', worked);
        const now = await this.fingerprints.of(trx, jobId);
        if (now.fingerprint !== worked.fingerprint) throw moved;
        return this.signWorked(trx, jobId, signing, worked.proposal);
      });
    });
  }

  private signWorked(
    trx: Knex,
    jobId: string,
    { decisions, signedBy, note }: Signing,
    proposal: Proposal | null,
  ): Promise<Decision[]> {
    if (!proposal) throw cannotBeUsed('plan.strategy');
    return this.decisions.addAll(
      trx,
      jobId,
      decisions.map((signed, n) => ({ ...decisionAbout(signed, proposal, n), signedBy, note })),
    );
  }
}

function decisionAbout(
  { kind, rule, subjects, ...own }: Signed,
  { remarks, losses }: Proposal,
  n: number,
): Omit<NewDecision, 'signedBy' | 'note'> {
  const open: readonly (Remark | Loss)[] =
    kind === 'consent'
      ? losses.filter((l) => l.consent)
      : remarks.filter((r) => r.severity === 'assumption' && r.acceptable);
  const matter = open.find((m) => sameMatter(m, { rule, subjects }));
  if (!matter)
    throw ProblemError.invalid([
      {
        field: `decisions.${n}.rule`,
        message: `is nothing that this plan leaves to be ${kind === 'consent' ? 'consented to' : 'accepted'}; its remarks and losses name what is open`,
      },
    ]);
  return {
    ...own,
    kind,
    rule,
    subjects: matter.subjects,
    figures: matter.figures,
    says: matter.text,
    targetId: 'targetId' in matter ? matter.targetId : null,
    pairId: 'pairId' in matter ? matter.pairId : null,
  };
}
