import { Body, Controller, Delete, Get, Header, HttpCode, Post, Query } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  givenChangesSchema,
  type Creating,
  fingerprintSchema,
  type FinishedCar,
  finishedCarSchema,
  idSchema,
  type KeepPlan,
  type Plan,
  type PlanChanges,
  type PlanFingerprint,
  planFingerprintSchema,
  planSchema,
  type Proposal,
  proposalSchema,
  STRATEGY_IDS,
} from '@ulpen/core';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import { Gone } from '../compute/gone.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { KeptPlansService } from './kept-plans.service.ts';
import { newPlanSchema } from './new-plan-schema.ts';
import { PlansRepository } from './plans.repository.ts';
import { ProposalsService } from './proposals.service.ts';

const comparisonSchema = z
  .object({
    /** of what they were worked out from */
    fingerprint: fingerprintSchema,
    proposals: z.array(proposalSchema),
    refused: z.array(z.object({ strategy: z.string(), title: z.string(), because: z.string() })),
    order: z.string(),
  })
  .meta({ id: 'Comparison' });
const reworkSchema = z
  .object({ strategy: z.enum(STRATEGY_IDS), changes: givenChangesSchema })
  .meta({ id: 'PlanRework' });

const finishedQuerySchema = z
  .object({ plan: idSchema.optional(), way: z.enum(STRATEGY_IDS).optional() })
  .refine(({ plan, way }) => plan === undefined || way === undefined, {
    path: ['plan'],
    error: 'either a kept plan or a way in, or neither for the first of the proposals',
  })
  .meta({ id: 'FinishedCarQuery' });
type FinishedQuery = z.infer<typeof finishedQuerySchema>;

@ApiTags('plans')
@Controller()
export class PlansController {
  constructor(
    private readonly db: Database,
    private readonly plans: PlansRepository,
    private readonly proposals: ProposalsService,
    private readonly kept: KeptPlansService,
  ) {}

  /** Works out every way in from what is known and wanted now; stores nothing. */
  @Get('jobs/:id/proposals')
  @Header('content-type', 'application/json; charset=utf-8')
  @ApiResponse({ status: 200, standardSchema: comparisonSchema })
  @Problems(404, 429)
  propose(@Id('job') jobId: string, @Gone() signal: AbortSignal): Promise<string> {
    return this.proposals.compare(jobId, signal);
  }

  /** One way in with what a person changes of it; stores nothing. */
  @Post('jobs/:id/proposals')
  @HttpCode(200)
  @ApiResponse({ status: 200, standardSchema: proposalSchema })
  @Problems(400, 404, 429)
  rework(
    @Id('job') jobId: string,
    @Gone() signal: AbortSignal,
    @Body({ schema: reworkSchema }) { strategy, changes }: { strategy: string; changes: PlanChanges },
  ): Promise<Proposal> {
    return this.proposals.rework(jobId, strategy, changes, signal);
  }

  /**
   * What drives every speaker and what every output drives, once a plan is built: a kept one, a way in, or the first of
   * the proposals. Stores nothing.
   */
  @Get('jobs/:id/finished-car')
  @ApiResponse({ status: 200, standardSchema: finishedCarSchema })
  @Problems(400, 404, 409, 429)
  async finishedCar(
    @Id('job') jobId: string,
    @Gone() signal: AbortSignal,
    @Query({ schema: finishedQuerySchema }) { plan: planId, way }: FinishedQuery,
  ): Promise<FinishedCar> {
    if (planId === undefined) {
      const strategy = way ?? (await this.proposals.first(jobId, signal));
      return this.proposals.finishedCar(jobId, { strategy }, signal);
    }
    const plan = await this.db.read((db) => this.plans.get(db, planId));
    if (plan.jobId !== jobId) throw ProblemError.notFound('plan');
    return this.proposals.finishedCar(jobId, { kept: plan.proposal }, signal);
  }

  @Get('schemas/finished-car')
  @ApiResponse({ status: 200, description: 'JSON Schema of the finished car' })
  @Problems()
  finishedCarSchema(): unknown {
    return z.toJSONSchema(finishedCarSchema, { unrepresentable: 'any' });
  }

  /** What the plans of a job are worked out from now, as one number. */
  @Get('jobs/:id/fingerprint')
  @ApiResponse({ status: 200, standardSchema: planFingerprintSchema })
  @Problems(404)
  fingerprint(@Id('job') jobId: string): Promise<PlanFingerprint> {
    return this.proposals.fingerprint(jobId);
  }

  /**
   * Works a plan out and keeps it. The fingerprint is that of what was looked at: when anything has changed since, nothing
   * is kept, and the answer holds the plan as it comes out now.
   */
  @Post('jobs/:id/plans')
  @ApiResponse({ status: 201, standardSchema: planSchema })
  @Problems(400, 404, 409, 429)
  add(
    @Id('job') jobId: string,
    @By('plan.add') by: Actor,
    @Gone() signal: AbortSignal,
    @Body({ schema: newPlanSchema }) plan: Creating<KeepPlan>,
  ): Promise<Plan> {
    return this.kept.keep(jobId, plan, by, signal);
  }

  @Get('plans/:id')
  @ApiResponse({ status: 200, standardSchema: planSchema })
  @Problems(404)
  get(@Id('plan') id: string): Promise<Plan> {
    return this.db.read((db) => this.plans.get(db, id));
  }

  /** Kept in the record, and can be brought back. */
  @Delete('plans/:id')
  @Removes(404)
  remove(@Id('plan') id: string, @By('plan.remove') by: Actor): Promise<void> {
    return this.db.inJobOf('plan', id, by, (trx) => this.plans.remove(trx, id));
  }

  @Post('plans/:id/restore')
  @ApiResponse({ status: 201, standardSchema: planSchema })
  @Problems(404, 409)
  restore(@Id('plan') id: string, @By('plan.restore') by: Actor): Promise<Plan> {
    return this.db.inJobOf('plan', id, by, (trx) => this.plans.restore(trx, id));
  }

  /** This revision is the one to be built; what was agreed before is so no more. */
  @Post('plans/:id/agreement')
  @ApiResponse({ status: 201, standardSchema: planSchema })
  @Problems(404, 409)
  agree(@Id('plan') id: string, @By('plan.agree') by: Actor): Promise<Plan> {
    return this.kept.agree(id, by);
  }

  @Delete('plans/:id/agreement')
  @ApiResponse({ status: 200, standardSchema: planSchema })
  @Problems(404)
  disagree(@Id('plan') id: string, @By('plan.disagree') by: Actor): Promise<Plan> {
    return this.kept.disagree(id, by);
  }
}
