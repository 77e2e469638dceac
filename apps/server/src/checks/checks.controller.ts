import { Body, Controller, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Check,
  type CheckFields,
  checkFieldsSchema,
  checkSchema,
  creating,
  type Creating,
} from '@ulpen/core';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { assertOwnRefs } from '../database/own-refs.ts';
import { InstrumentsRepository } from '../instruments/instruments.repository.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { ChecksRepository } from './checks.repository.ts';

const someChecksSchema = z
  .array(creating(checkFieldsSchema, 'NewCheck'))
  .min(1, 'at least one check')
  .max(100, 'at most 100 at once')
  .meta({ id: 'SomeChecks' });

@ApiTags('checks')
@Controller()
export class ChecksController {
  constructor(
    private readonly db: Database,
    private readonly checks: ChecksRepository,
    private readonly instruments: InstrumentsRepository,
  ) {}

  @Post('jobs/:id/checks')
  @ApiResponse({ status: 201, standardSchema: z.array(checkSchema) })
  @Problems(400, 404)
  add(
    @Id('job') jobId: string,
    @By('check.add') by: Actor,
    @Body({ schema: someChecksSchema }) checks: Creating<CheckFields>[],
  ): Promise<Check[]> {
    return this.db.inJob(jobId, by, async (trx) => {
      await assertOwnRefs(trx, jobId, someChecksSchema, checks);
      const made: Creating<CheckFields>[] = [];
      for (const check of checks)
        made.push({ ...check, madeWith: await this.instruments.named(trx, check.madeWith) });
      return this.checks.addAll(trx, jobId, made);
    });
  }

  @Post('checks/:id/withdraw')
  @ApiResponse({ status: 201, standardSchema: checkSchema })
  @Problems(404)
  withdraw(@Id('check') id: string, @By('check.withdraw') by: Actor): Promise<Check> {
    return this.db.inJobOf('check', id, by, (trx) => this.checks.setWithdrawn(trx, id, true));
  }

  @Post('checks/:id/restore')
  @ApiResponse({ status: 201, standardSchema: checkSchema })
  @Problems(404)
  restore(@Id('check') id: string, @By('check.restore') by: Actor): Promise<Check> {
    return this.db.inJobOf('check', id, by, (trx) => this.checks.setWithdrawn(trx, id, false));
  }
}
