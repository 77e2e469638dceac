import { Body, Controller, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Intake, intakeSchema } from '@ulpen/core';
import { Id } from '../problems/id-param.ts';
import { IntakesRepository } from './intakes.repository.ts';

@ApiTags('intake')
@Controller('jobs/:id/intake')
export class IntakesController {
  constructor(private readonly intakes: IntakesRepository) {}

  @Put()
  @ApiResponse({ status: 200, standardSchema: intakeSchema })
  change(
    @Id('job') jobId: string,
    @Body({ schema: intakeSchema }) { version, ...fields }: Intake,
  ): Promise<Intake> {
    return this.intakes.change(jobId, version, fields);
  }
}
