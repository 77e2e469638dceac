import { Body, Controller, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Reading, readingBatchSchema, type ReadingFields, readingSchema } from '@ulpen/core';
import { z } from 'zod';
import { Id } from '../problems/id-param.ts';
import { ReadingsRepository } from './readings.repository.ts';
import { ReadingsService } from './readings.service.ts';

@ApiTags('readings')
@Controller()
export class ReadingsController {
  constructor(
    private readonly readings: ReadingsRepository,
    private readonly service: ReadingsService,
  ) {}

  @Post('jobs/:id/readings')
  @ApiResponse({ status: 201, standardSchema: z.array(readingSchema) })
  take(
    @Id('job') jobId: string,
    @Body({ schema: readingBatchSchema }) { readings }: { readings: ReadingFields[] },
  ): Promise<Reading[]> {
    return this.service.take(jobId, readings);
  }

  @Post('readings/:id/withdraw')
  @ApiResponse({ status: 201, standardSchema: readingSchema })
  withdraw(@Id('reading') id: string): Promise<Reading> {
    return this.readings.setWithdrawn(id, true);
  }

  @Post('readings/:id/restore')
  @ApiResponse({ status: 201, standardSchema: readingSchema })
  restore(@Id('reading') id: string): Promise<Reading> {
    return this.readings.setWithdrawn(id, false);
  }
}
