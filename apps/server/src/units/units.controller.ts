import { Body, Controller, Delete, HttpCode, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Unit, unitChangeSchema, type UnitFields, unitFieldsSchema, unitSchema } from '@ulpen/core';
import { Id } from '../problems/id-param.ts';
import { UnitsRepository } from './units.repository.ts';

@ApiTags('units')
@Controller()
export class UnitsController {
  constructor(private readonly units: UnitsRepository) {}

  @Post('jobs/:id/units')
  @ApiResponse({ status: 201, standardSchema: unitSchema })
  add(@Id('job') jobId: string, @Body({ schema: unitFieldsSchema }) fields: UnitFields): Promise<Unit> {
    return this.units.add(jobId, fields);
  }

  @Put('units/:id')
  @ApiResponse({ status: 200, standardSchema: unitSchema })
  change(
    @Id('unit') id: string,
    @Body({ schema: unitChangeSchema }) body: UnitFields & { version: number },
  ): Promise<Unit> {
    const { version, ...fields } = body;
    return this.units.change(id, version, fields);
  }

  @Delete('units/:id')
  @HttpCode(204)
  remove(@Id('unit') id: string): Promise<void> {
    return this.units.remove(id);
  }
}
