import { Controller, Get, Query } from '@nestjs/common';
import { ApiQuery, ApiResponse, ApiTags } from '@nestjs/swagger';
import { type JobEvent, jobEventSchema } from '@ulpen/core';
import { z } from 'zod';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { type EventQuery, eventQuerySchema, EventsRepository } from './events.repository.ts';

@ApiTags('history')
@Controller()
export class EventsController {
  constructor(
    private readonly db: Database,
    private readonly events: EventsRepository,
  ) {}

  /** What happened to a job, newest first. */
  @Get('jobs/:id/events')
  @ApiQuery({ name: 'before', required: false, type: Number })
  @ApiQuery({ name: 'limit', required: false, type: Number })
  @ApiResponse({ status: 200, standardSchema: z.array(jobEventSchema) })
  @Problems(400, 404)
  list(
    @Id('job') jobId: string,
    @Query({ schema: eventQuerySchema }) query: EventQuery,
  ): Promise<JobEvent[]> {
    return this.db.snapshot((db) => this.events.ofJob(db, jobId, query));
  }
}
