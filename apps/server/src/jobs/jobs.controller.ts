import { Body, Controller, Delete, Get, Post, Put, Query, Res } from '@nestjs/common';
import { ApiQuery, ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Job,
  type ChapterChange,
  chapterChangeSchema,
  jobChangeSchema,
  type JobFields,
  type JobList,
  jobListSchema,
  jobSchema,
  type JobMeasurements,
  jobMeasurementsSchema,
  type JobOutline,
  jobOutlineSchema,
  type JobView,
  jobViewSchema,
  type NewJobFields,
  newJobFieldsSchema,
  type Removed,
  removedSchema,
  creating,
  type Creating,
} from '@ulpen/core';
import type { FastifyReply } from 'fastify';
import type { Knex } from 'knex';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { isWanted, type NewerThan, newerThanSchema } from '../database/newer-than.ts';
import { Id } from '../problems/id-param.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { type JobQuery, JobsRepository } from './jobs.repository.ts';
import { RemovedRepository } from './removed.repository.ts';
import { JobsService } from './jobs.service.ts';

const querySchema = z.object({
  q: z
    .string()
    .max(100, 'at most 100 characters')
    .refine((q) => !q.includes('\0'), 'must not contain NUL')
    .default(''),
  limit: z.coerce.number().int().min(1).max(1000).default(50),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
});

const newJobSchema = creating(newJobFieldsSchema, 'NewJob');

@ApiTags('jobs')
@Controller('jobs')
export class JobsController {
  constructor(
    private readonly db: Database,
    private readonly jobs: JobsRepository,
    private readonly removed: RemovedRepository,
    private readonly service: JobsService,
  ) {}

  @Get()
  @ApiQuery({ name: 'q', required: false, type: String })
  @ApiQuery({ name: 'limit', required: false, type: Number })
  @ApiQuery({ name: 'offset', required: false, type: Number })
  @ApiResponse({ status: 200, standardSchema: jobListSchema })
  @Problems(400)
  list(@Query({ schema: querySchema }) query: JobQuery): Promise<JobList> {
    return this.db.read((db) => this.jobs.list(db, query));
  }

  @Post()
  @ApiResponse({ status: 201, standardSchema: jobSchema })
  @Problems(400)
  add(
    @By('job.add') by: Actor,
    @Body({ schema: newJobSchema }) fields: Creating<NewJobFields>,
  ): Promise<Job> {
    return this.db.inNewJob(by, (trx) => this.service.start(trx, fields));
  }

  /** Everything that the screens show of a job; nothing (204) when it has not gone on since a revision. */
  @Get(':id')
  @ApiQuery({ name: 'ifNewerThan', required: false, type: Number })
  @ApiResponse({ status: 200, standardSchema: jobViewSchema })
  @Problems(400, 404, 409)
  view(
    @Id('job') id: string,
    @Query({ schema: newerThanSchema }) query: NewerThan,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<JobView | undefined> {
    return this.ifNewer(id, query, reply, (db) => this.service.view(db, id));
  }

  /** The same without what was measured: all that Intake and Find show. */
  @Get(':id/outline')
  @ApiQuery({ name: 'ifNewerThan', required: false, type: Number })
  @ApiResponse({ status: 200, standardSchema: jobOutlineSchema })
  @Problems(400, 404, 409)
  outline(
    @Id('job') id: string,
    @Query({ schema: newerThanSchema }) query: NewerThan,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<JobOutline | undefined> {
    return this.ifNewer(id, query, reply, (db) => this.service.outline(db, id));
  }

  /** What was measured on its outputs, for Listen and Plan. */
  @Get(':id/measurements')
  @ApiQuery({ name: 'ifNewerThan', required: false, type: Number })
  @ApiResponse({ status: 200, standardSchema: jobMeasurementsSchema })
  @Problems(400, 404, 409)
  measurements(
    @Id('job') id: string,
    @Query({ schema: newerThanSchema }) query: NewerThan,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<JobMeasurements | undefined> {
    return this.ifNewer(id, query, reply, (db) => this.service.measurements(db, id));
  }

  private ifNewer<T>(
    id: string,
    query: NewerThan,
    reply: FastifyReply,
    view: (db: Knex) => Promise<T>,
  ): Promise<T | undefined> {
    return this.db.snapshot(async (db) => ((await isWanted(db, id, query, reply)) ? view(db) : undefined));
  }

  /** How far Find is. */
  @Get(':id/find')
  @ApiResponse({ status: 200, standardSchema: jobOutlineSchema.shape.find })
  @Problems(404)
  find(@Id('job') id: string): Promise<JobOutline['find']> {
    return this.db.snapshot(async (db) => {
      await this.jobs.get(db, id);
      return this.jobs.findState(db, id);
    });
  }

  /** What was removed and can be brought back, newest first. */
  @Get(':id/removed')
  @ApiResponse({ status: 200, standardSchema: z.array(removedSchema) })
  @Problems(404)
  listRemoved(@Id('job') id: string): Promise<Removed[]> {
    return this.db.snapshot((db) => this.removed.ofJob(db, id));
  }

  @Put(':id')
  @ApiResponse({ status: 200, standardSchema: jobSchema })
  @Problems(400, 404, 409)
  change(
    @Id('job') id: string,
    @By('job.change') by: Actor,
    @Body({ schema: jobChangeSchema }) { version, ...fields }: JobFields & { version: number },
  ): Promise<Job> {
    return this.db.inJob(id, by, (trx) => this.jobs.change(trx, id, version, fields));
  }

  /** The work goes on: what is measured from now on belongs to the next chapter. */
  @Put(':id/chapter')
  @ApiResponse({ status: 200, standardSchema: jobSchema })
  @Problems(400, 404, 409)
  setChapter(
    @Id('job') id: string,
    @By('job.chapter') by: Actor,
    @Body({ schema: chapterChangeSchema }) { version, chapter }: ChapterChange,
  ): Promise<Job> {
    return this.db.inJob(id, by, (trx) => this.jobs.change(trx, id, version, { chapter }));
  }

  /** The only erasure there is: the job with everything of it. */
  @Delete(':id')
  @Removes(404)
  remove(@Id('job') id: string, @By(null) by: Actor): Promise<void> {
    return this.db.inJob(id, by, (trx) => this.jobs.erase(trx, id));
  }
}
