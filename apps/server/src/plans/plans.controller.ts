import { Body, Controller, Delete, Get, Header, HttpCode, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  changesSchema,
  type Plan,
  type PlanChanges,
  type PlanFields,
  planFieldsSchema,
  planSchema,
  type Proposal,
  proposalSchema,
  STRATEGY_IDS,
  creating,
  type Creating,
} from '@ulpen/core';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import { Gone } from '../compute/gone.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { assertOwnRefs } from '../database/own-refs.ts';
import { Id } from '../problems/id-param.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { PlansRepository } from './plans.repository.ts';
import { ProposalsService } from './proposals.service.ts';

const comparisonSchema = z
  .object({
    proposals: z.array(proposalSchema),
    refused: z.array(z.object({ strategy: z.string(), title: z.string(), because: z.string() })),
    order: z.string(),
  })
  .meta({ id: 'Comparison' });
const reworkSchema = z
  .object({ strategy: z.enum(STRATEGY_IDS), changes: changesSchema })
  .meta({ id: 'PlanRework' });

const newPlanSchema = creating(
  planFieldsSchema.refine(({ proposal }) => STRATEGY_IDS.includes(proposal.strategy), {
    path: ['proposal', 'strategy'],
    error: `must be one of ${STRATEGY_IDS.join(', ')}`,
  }),
  'NewPlan',
);

@ApiTags('plans')
@Controller()
export class PlansController {
  constructor(
    private readonly db: Database,
    private readonly plans: PlansRepository,
    private readonly proposals: ProposalsService,
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

  @Post('jobs/:id/plans')
  @ApiResponse({ status: 201, standardSchema: planSchema })
  @Problems(400, 404)
  add(
    @Id('job') jobId: string,
    @By('plan.add') by: Actor,
    @Body({ schema: newPlanSchema }) fields: Creating<PlanFields>,
  ): Promise<Plan> {
    return this.db.inJob(jobId, by, async (trx) => {
      await assertOwnRefs(trx, jobId, planFieldsSchema, fields);
      return this.plans.add(trx, jobId, fields);
    });
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
}
