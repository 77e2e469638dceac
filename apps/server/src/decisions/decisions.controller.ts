import { Body, Controller, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Decision, decisionSchema, type Signing } from '@ulpen/core';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Gone } from '../compute/gone.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { DecisionsRepository } from './decisions.repository.ts';
import { signSchema } from './sign-schema.ts';
import { SigningService } from './signing.service.ts';

@ApiTags('decisions')
@Controller()
export class DecisionsController {
  constructor(
    private readonly db: Database,
    private readonly decisions: DecisionsRepository,
    private readonly signing: SigningService,
  ) {}

  @Post('jobs/:id/decisions')
  @ApiResponse({ status: 201, standardSchema: z.array(decisionSchema) })
  @Problems(400, 404, 409, 429)
  add(
    @Id('job') jobId: string,
    @By('decision.add') by: Actor,
    @Gone() signal: AbortSignal,
    @Body({ schema: signSchema }) signing: Signing,
  ): Promise<Decision[]> {
    return this.signing.sign(jobId, signing, by, signal);
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
