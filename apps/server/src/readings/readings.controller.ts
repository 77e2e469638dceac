import { Body, Controller, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Reading, readingBatchSchema, type ReadingFields, readingSchema } from '@ulpen/core';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { ReadingsRepository } from './readings.repository.ts';
import { ReadingsService } from './readings.service.ts';

@ApiTags('readings')
@Controller()
export class ReadingsController {
  constructor(
    private readonly db: Database,
    private readonly readings: ReadingsRepository,
    private readonly service: ReadingsService,
  ) {}

  @Post('jobs/:id/readings')
  @ApiResponse({ status: 201, standardSchema: z.array(readingSchema) })
  @Problems(400, 404)
  take(
    @Id('job') jobId: string,
    @By('reading.add') by: Actor,
    @Body({ schema: readingBatchSchema }) { readings }: { readings: ReadingFields[] },
  ): Promise<Reading[]> {
    return this.db.inJob(jobId, by, (trx) => this.service.take(trx, jobId, readings));
  }

  @Post('readings/:id/withdraw')
  @ApiResponse({ status: 201, standardSchema: readingSchema })
  @Problems(404)
  withdraw(@Id('reading') id: string, @By('reading.withdraw') by: Actor): Promise<Reading> {
    return this.db.inJobOf('reading', id, by, (trx) => this.readings.setWithdrawn(trx, id, true));
  }

  /** Counts again, unless its plug is locked or was removed meanwhile. */
  @Post('readings/:id/restore')
  @ApiResponse({ status: 201, standardSchema: readingSchema })
  @Problems(400, 404)
  restore(@Id('reading') id: string, @By('reading.restore') by: Actor): Promise<Reading> {
    return this.db.inJobOf('reading', id, by, (trx, jobId) => this.service.restore(trx, jobId, id));
  }
}
