import { Body, Controller, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Intake, intakeSchema } from '@ulpen/core';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { IntakesRepository } from './intakes.repository.ts';

@ApiTags('intake')
@Controller('jobs/:id/intake')
export class IntakesController {
  constructor(
    private readonly db: Database,
    private readonly intakes: IntakesRepository,
  ) {}

  @Put()
  @ApiResponse({ status: 200, standardSchema: intakeSchema })
  @Problems(400, 404, 409)
  change(
    @Id('job') jobId: string,
    @By('intake.change') by: Actor,
    @Body({ schema: intakeSchema }) { version, ...fields }: Intake,
  ): Promise<Intake> {
    return this.db.inJob(jobId, by, (trx) => this.intakes.change(trx, jobId, version, fields));
  }
}
