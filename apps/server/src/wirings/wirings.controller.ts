import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { netlistDocumentSchema, type WiringChoices, wiringSchema } from '@ulpen/core';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { WiringsRepository } from './wirings.repository.ts';

@ApiTags('wirings')
@Controller()
export class WiringsController {
  constructor(
    private readonly db: Database,
    private readonly wirings: WiringsRepository,
  ) {}

  @Put('jobs/:id/wiring')
  @ApiResponse({ status: 200, standardSchema: wiringSchema })
  @Problems(400, 404, 409)
  change(
    @Id('job') jobId: string,
    @By('wiring.change') by: Actor,
    @Body({ schema: wiringSchema }) { version, ...fields }: WiringChoices,
  ): Promise<WiringChoices> {
    return this.db.inJob(jobId, by, (trx) => this.wirings.change(trx, jobId, version, fields));
  }

  @Get('schemas/netlist')
  @ApiResponse({ status: 200, description: 'JSON Schema of a netlist' })
  @Problems()
  netlistSchema(): unknown {
    return z.toJSONSchema(netlistDocumentSchema);
  }
}
