import { Body, Controller, Delete, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Unit,
  unitChangeSchema,
  type UnitFields,
  unitFieldsSchema,
  unitSchema,
  creating,
  type Creating,
} from '@ulpen/core';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { UnitsRepository } from './units.repository.ts';

const newUnitSchema = creating(unitFieldsSchema, 'NewUnit');

@ApiTags('units')
@Controller()
export class UnitsController {
  constructor(
    private readonly db: Database,
    private readonly units: UnitsRepository,
  ) {}

  @Post('jobs/:id/units')
  @ApiResponse({ status: 201, standardSchema: unitSchema })
  @Problems(400, 404)
  add(
    @Id('job') jobId: string,
    @By('unit.add') by: Actor,
    @Body({ schema: newUnitSchema }) fields: Creating<UnitFields>,
  ): Promise<Unit> {
    return this.db.inJob(jobId, by, (trx) => this.units.add(trx, jobId, fields));
  }

  @Put('units/:id')
  @ApiResponse({ status: 200, standardSchema: unitSchema })
  @Problems(400, 404, 409)
  change(
    @Id('unit') id: string,
    @By('unit.change') by: Actor,
    @Body({ schema: unitChangeSchema }) { version, ...fields }: UnitFields & { version: number },
  ): Promise<Unit> {
    return this.db.inJobOf('unit', id, by, (trx) => this.units.change(trx, id, version, fields));
  }

  /** Kept in the record with its plugs and outputs, and can be brought back. */
  @Delete('units/:id')
  @Removes(404, 409)
  remove(@Id('unit') id: string, @By('unit.remove') by: Actor): Promise<void> {
    return this.db.inJobOf('unit', id, by, (trx) => this.units.remove(trx, id));
  }

  @Post('units/:id/restore')
  @ApiResponse({ status: 201, standardSchema: unitSchema })
  @Problems(400, 404)
  restore(@Id('unit') id: string, @By('unit.restore') by: Actor): Promise<Unit> {
    return this.db.inJobOf('unit', id, by, (trx, jobId) => this.units.restore(trx, jobId, id));
  }
}
