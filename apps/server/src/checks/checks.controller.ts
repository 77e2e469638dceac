import { Body, Controller, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Check, type CheckFields, checkFieldsSchema, checkSchema } from '@ulpen/core';
import { z } from 'zod';
import { PairsRepository } from '../pairs/pairs.repository.ts';
import { Id } from '../problems/id-param.ts';
import { ChecksRepository } from './checks.repository.ts';

const someChecksSchema = z
  .array(checkFieldsSchema)
  .min(1, 'at least one check')
  .max(100, 'at most 100 at once')
  .meta({ id: 'SomeChecks' });

@ApiTags('checks')
@Controller()
export class ChecksController {
  constructor(
    private readonly checks: ChecksRepository,
    private readonly pairs: PairsRepository,
  ) {}

  @Post('jobs/:id/checks')
  @ApiResponse({ status: 201, standardSchema: z.array(checkSchema) })
  async add(
    @Id('job') jobId: string,
    @Body({ schema: someChecksSchema }) checks: CheckFields[],
  ): Promise<Check[]> {
    await this.pairs.assertOfJob(
      jobId,
      checks.flatMap((c) => c.pairId ?? []),
    );
    return this.checks.addAll(jobId, checks);
  }

  @Post('checks/:id/withdraw')
  @ApiResponse({ status: 201, standardSchema: checkSchema })
  withdraw(@Id('check') id: string): Promise<Check> {
    return this.checks.setWithdrawn(id, true);
  }

  @Post('checks/:id/restore')
  @ApiResponse({ status: 201, standardSchema: checkSchema })
  restore(@Id('check') id: string): Promise<Check> {
    return this.checks.setWithdrawn(id, false);
  }
}
