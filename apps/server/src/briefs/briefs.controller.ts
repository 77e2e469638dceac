import { Body, Controller, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { problemSchema, type Brief, briefSchema } from '@ulpen/core';
import { Id } from '../problems/id-param.ts';
import { BriefsRepository } from './briefs.repository.ts';

@ApiTags('briefs')
@Controller('jobs/:id/brief')
export class BriefsController {
  constructor(private readonly briefs: BriefsRepository) {}

  @Put()
  @ApiResponse({ status: 200, standardSchema: briefSchema })
  @ApiResponse({ status: 409, standardSchema: problemSchema })
  change(
    @Id('job') jobId: string,
    @Body({ schema: briefSchema }) { version, ...fields }: Brief,
  ): Promise<Brief> {
    return this.briefs.change(jobId, version, fields);
  }
}
