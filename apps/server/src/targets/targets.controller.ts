import { Body, Controller, Delete, Get, HttpCode, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  problemSchema,
  type Target,
  targetChangeSchema,
  type TargetFields,
  targetFieldsSchema,
  targetSchema,
} from '@ulpen/core';
import { Id } from '../problems/id-param.ts';
import { TargetsRepository } from './targets.repository.ts';

@ApiTags('targets')
@Controller()
export class TargetsController {
  constructor(private readonly targets: TargetsRepository) {}

  @Post('jobs/:id/targets')
  @ApiResponse({ status: 201, standardSchema: targetSchema })
  add(@Id('job') jobId: string, @Body({ schema: targetFieldsSchema }) fields: TargetFields): Promise<Target> {
    return this.targets.add(jobId, fields);
  }

  @Get('targets/:id')
  @ApiResponse({ status: 200, standardSchema: targetSchema })
  get(@Id('target') id: string): Promise<Target> {
    return this.targets.get(id);
  }

  @Put('targets/:id')
  @ApiResponse({ status: 200, standardSchema: targetSchema })
  @ApiResponse({ status: 409, standardSchema: problemSchema })
  change(
    @Id('target') id: string,
    @Body({ schema: targetChangeSchema }) body: TargetFields & { version: number },
  ): Promise<Target> {
    const { version, ...fields } = body;
    return this.targets.change(id, version, fields);
  }

  @Delete('targets/:id')
  @HttpCode(204)
  remove(@Id('target') id: string): Promise<void> {
    return this.targets.remove(id);
  }
}
