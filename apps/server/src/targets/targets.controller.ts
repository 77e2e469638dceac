import { Body, Controller, Delete, Get, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Target,
  targetChangeSchema,
  type TargetFields,
  targetFieldsSchema,
  targetSchema,
  creating,
  type Creating,
} from '@ulpen/core';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { TargetsRepository } from './targets.repository.ts';

const newTargetSchema = creating(targetFieldsSchema, 'NewTarget');

@ApiTags('targets')
@Controller()
export class TargetsController {
  constructor(
    private readonly db: Database,
    private readonly targets: TargetsRepository,
  ) {}

  @Post('jobs/:id/targets')
  @ApiResponse({ status: 201, standardSchema: targetSchema })
  @Problems(400, 404)
  add(
    @Id('job') jobId: string,
    @By('target.add') by: Actor,
    @Body({ schema: newTargetSchema }) fields: Creating<TargetFields>,
  ): Promise<Target> {
    return this.db.inJob(jobId, by, (trx) => this.targets.add(trx, jobId, fields));
  }

  @Get('targets/:id')
  @ApiResponse({ status: 200, standardSchema: targetSchema })
  @Problems(404)
  get(@Id('target') id: string): Promise<Target> {
    return this.db.read((db) => this.targets.get(db, id));
  }

  @Put('targets/:id')
  @ApiResponse({ status: 200, standardSchema: targetSchema })
  @Problems(400, 404, 409)
  change(
    @Id('target') id: string,
    @By('target.change') by: Actor,
    @Body({ schema: targetChangeSchema }) { version, ...fields }: TargetFields & { version: number },
  ): Promise<Target> {
    return this.db.inJobOf('target', id, by, (trx) => this.targets.change(trx, id, version, fields));
  }

  /** Kept in the record with the decisions about it, and can be brought back. */
  @Delete('targets/:id')
  @Removes(404, 409)
  remove(@Id('target') id: string, @By('target.remove') by: Actor): Promise<void> {
    return this.db.inJobOf('target', id, by, (trx) => this.targets.remove(trx, id));
  }

  @Post('targets/:id/restore')
  @ApiResponse({ status: 201, standardSchema: targetSchema })
  @Problems(404)
  restore(@Id('target') id: string, @By('target.restore') by: Actor): Promise<Target> {
    return this.db.inJobOf('target', id, by, (trx) => this.targets.restore(trx, id));
  }
}
