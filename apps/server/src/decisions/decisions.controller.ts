import { Body, Controller, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Decision, type DecisionFields, decisionFieldsSchema, decisionSchema } from '@ulpen/core';
import { z } from 'zod';
import { PairsRepository } from '../pairs/pairs.repository.ts';
import { Id } from '../problems/id-param.ts';
import { DecisionsRepository } from './decisions.repository.ts';

const someDecisionsSchema = z
  .array(decisionFieldsSchema)
  .min(1, 'at least one decision')
  .max(100, 'at most 100 at once')
  .meta({ id: 'SomeDecisions' });

@ApiTags('decisions')
@Controller()
export class DecisionsController {
  constructor(
    private readonly decisions: DecisionsRepository,
    private readonly pairs: PairsRepository,
  ) {}

  @Post('jobs/:id/decisions')
  @ApiResponse({ status: 201, standardSchema: z.array(decisionSchema) })
  async add(
    @Id('job') jobId: string,
    @Body({ schema: someDecisionsSchema }) decisions: DecisionFields[],
  ): Promise<Decision[]> {
    await this.pairs.assertOfJob(
      jobId,
      decisions.flatMap((d) => d.pairId ?? []),
    );
    return this.decisions.addAll(jobId, decisions);
  }

  @Post('decisions/:id/withdraw')
  @ApiResponse({ status: 201, standardSchema: decisionSchema })
  withdraw(@Id('decision') id: string): Promise<Decision> {
    return this.decisions.setWithdrawn(id, true);
  }

  @Post('decisions/:id/restore')
  @ApiResponse({ status: 201, standardSchema: decisionSchema })
  restore(@Id('decision') id: string): Promise<Decision> {
    return this.decisions.setWithdrawn(id, false);
  }
}
