import { Body, Controller, Delete, Get, HttpCode, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Plan,
  type PlanFields,
  planFieldsSchema,
  planInputOf,
  planSchema,
  type Proposal,
  proposalSchema,
} from '@ulpen/core';
import { z } from 'zod';
import { ComputePool } from '../compute/compute-pool.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { Id } from '../problems/id-param.ts';
import { PlansRepository } from './plans.repository.ts';

@ApiTags('plans')
@Controller()
export class PlansController {
  constructor(
    private readonly plans: PlansRepository,
    private readonly jobs: JobsService,
    private readonly pool: ComputePool,
  ) {}

  /** Works out every way in from what is measured and wanted now; stores nothing. */
  @Get('jobs/:id/proposals')
  @ApiResponse({ status: 200, standardSchema: z.array(proposalSchema) })
  async propose(@Id('job') jobId: string): Promise<Proposal[]> {
    return this.pool.propose(planInputOf(await this.jobs.view(jobId)));
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
