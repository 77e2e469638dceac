import { Body, Controller, Delete, Get, HttpCode, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  changesSchema,
  type Comparison,
  harnessFactsOf,
  type Plan,
  type PlanChanges,
  type PlanFields,
  planFieldsSchema,
  type PlanInput,
  planInputOf,
  planSchema,
  type Proposal,
  proposalSchema,
  STRATEGY_IDS,
  type StrategyId,
} from '@ulpen/core';
import { z } from 'zod';
import { ComputePool } from '../compute/compute-pool.ts';
import { DevicesRepository } from '../devices/devices.repository.ts';
import { HarnessService } from '../harness/harness.service.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { Id } from '../problems/id-param.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { ShopRepository } from '../shop/shop.repository.ts';
import { PlansRepository } from './plans.repository.ts';

const comparisonSchema = z
  .object({
    proposals: z.array(proposalSchema),
    refused: z.array(z.object({ strategy: z.enum(STRATEGY_IDS), title: z.string(), because: z.string() })),
    order: z.string(),
  })
  .meta({ id: 'Comparison' });
const reworkSchema = z
  .object({ strategy: z.enum(STRATEGY_IDS), changes: changesSchema })
  .meta({ id: 'PlanRework' });

@ApiTags('plans')
@Controller()
export class PlansController {
  constructor(
    private readonly plans: PlansRepository,
    private readonly jobs: JobsService,
    private readonly pool: ComputePool,
    private readonly devices: DevicesRepository,
    private readonly shop: ShopRepository,
    private readonly harness: HarnessService,
  ) {}

  /** Works out every way in from what is known and wanted now; stores nothing. */
  @Get('jobs/:id/proposals')
  @ApiResponse({ status: 200, standardSchema: comparisonSchema })
  async propose(@Id('job') jobId: string): Promise<Comparison> {
    return this.pool.compare(await this.inputOf(jobId));
  }

  /** One way in with what a person changes of it; stores nothing. */
  @Post('jobs/:id/proposals')
  @HttpCode(200)
  @ApiResponse({ status: 200, standardSchema: proposalSchema })
  async rework(
    @Id('job') jobId: string,
    @Body({ schema: reworkSchema }) { strategy, changes }: { strategy: StrategyId; changes: PlanChanges },
  ): Promise<Proposal> {
    const proposal = await this.pool.rework({ input: await this.inputOf(jobId), strategy, changes });
    if (proposal) return proposal;
    throw ProblemError.invalid([
      { field: 'strategy', message: 'is no way here; the list of proposals says why' },
    ]);
  }

  private async inputOf(jobId: string): Promise<PlanInput> {
    const [job, devices, preferences, harness] = await Promise.all([
      this.jobs.view(jobId),
      this.devices.all(),
      this.shop.preferences(),
      this.harness.record(jobId),
    ]);
    return planInputOf(job, { devices, preferences, harness: harnessFactsOf(job, harness) });
  }

  @Post('jobs/:id/plans')
  @ApiResponse({ status: 201, standardSchema: planSchema })
  add(@Id('job') jobId: string, @Body({ schema: planFieldsSchema }) fields: PlanFields): Promise<Plan> {
    return this.plans.add(jobId, fields);
  }

  @Get('plans/:id')
  @ApiResponse({ status: 200, standardSchema: planSchema })
  get(@Id('plan') id: string): Promise<Plan> {
    return this.plans.get(id);
  }

  @Delete('plans/:id')
  @HttpCode(204)
  remove(@Id('plan') id: string): Promise<void> {
    return this.plans.remove(id);
  }
}
