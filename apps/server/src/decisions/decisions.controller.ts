import { Body, Controller, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Decision,
  type DecisionFields,
  decisionFieldsSchema,
  decisionSchema,
  creating,
  type Creating,
} from '@ulpen/core';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { assertOwnRefs } from '../database/own-refs.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { DecisionsRepository } from './decisions.repository.ts';

const someDecisionsSchema = z
  .array(creating(decisionFieldsSchema, 'NewDecision'))
  .min(1, 'at least one decision')
  .max(100, 'at most 100 at once')
  .meta({ id: 'SomeDecisions' });

@ApiTags('decisions')
@Controller()
export class DecisionsController {
  constructor(
    private readonly db: Database,
    private readonly decisions: DecisionsRepository,
  ) {}

  @Post('jobs/:id/decisions')
  @ApiResponse({ status: 201, standardSchema: z.array(decisionSchema) })
  @Problems(400, 404)
  add(
    @Id('job') jobId: string,
    @By('decision.add') by: Actor,
    @Body({ schema: someDecisionsSchema }) decisions: Creating<DecisionFields>[],
  ): Promise<Decision[]> {
    return this.db.inJob(jobId, by, async (trx) => {
      await assertOwnRefs(trx, jobId, someDecisionsSchema, decisions);
      return this.decisions.addAll(trx, jobId, decisions);
    });
  }

  @Post('decisions/:id/withdraw')
  @ApiResponse({ status: 201, standardSchema: decisionSchema })
  @Problems(404)
  withdraw(@Id('decision') id: string, @By('decision.withdraw') by: Actor): Promise<Decision> {
    return this.db.inJobOf('decision', id, by, (trx) => this.decisions.setWithdrawn(trx, id, true));
  }

  @Post('decisions/:id/restore')
  @ApiResponse({ status: 201, standardSchema: decisionSchema })
  @Problems(404)
  restore(@Id('decision') id: string, @By('decision.restore') by: Actor): Promise<Decision> {
    return this.db.inJobOf('decision', id, by, (trx) => this.decisions.setWithdrawn(trx, id, false));
  }
}
