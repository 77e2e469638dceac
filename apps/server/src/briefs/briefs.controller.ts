import { Body, Controller, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Brief, briefSchema } from '@ulpen/core';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { BriefsRepository } from './briefs.repository.ts';

@ApiTags('briefs')
@Controller('jobs/:id/brief')
export class BriefsController {
  constructor(
    private readonly db: Database,
    private readonly briefs: BriefsRepository,
  ) {}

  @Put()
  @ApiResponse({ status: 200, standardSchema: briefSchema })
  @Problems(400, 404, 409)
  change(
    @Id('job') jobId: string,
    @By('brief.change') by: Actor,
    @Body({ schema: briefSchema }) { version, ...fields }: Brief,
  ): Promise<Brief> {
    return this.db.inJob(jobId, by, (trx) => this.briefs.change(trx, jobId, version, fields));
  }
}
