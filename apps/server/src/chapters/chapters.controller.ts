import { Body, Controller, HttpCode, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Job, jobSchema, type Rechaptering, rechapteringSchema } from '@ulpen/core';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { JobsRepository } from '../jobs/jobs.repository.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { ChaptersRepository } from './chapters.repository.ts';

@ApiTags('chapters')
@Controller('jobs/:id/chapters')
export class ChaptersController {
  constructor(
    private readonly db: Database,
    private readonly jobs: JobsRepository,
    private readonly chapters: ChaptersRepository,
  ) {}

  /** Records that were taken in another chapter than they tell of. */
  @Post()
  @HttpCode(200)
  @ApiResponse({ status: 200, standardSchema: jobSchema })
  @Problems(400, 404)
  move(
    @Id('job') jobId: string,
    @By('job.rechapter') by: Actor,
    @Body({ schema: rechapteringSchema }) records: Rechaptering,
  ): Promise<Job> {
    return this.db.inJob(jobId, by, async (trx) => {
      await this.chapters.move(trx, jobId, records);
      return this.jobs.get(trx, jobId);
    });
  }
}
