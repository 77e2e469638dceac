import { Body, Controller, Delete, Get, HttpCode, Post, Put, Query } from '@nestjs/common';
import { ApiQuery, ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Job,
  jobChangeSchema,
  type JobFields,
  jobFieldsSchema,
  type JobList,
  jobListSchema,
  jobSchema,
  type JobView,
  jobViewSchema,
} from '@ulpen/core';
import { z } from 'zod';
import { Id } from '../problems/id-param.ts';
import { type JobQuery, JobsRepository } from './jobs.repository.ts';
import { JobsService } from './jobs.service.ts';

const querySchema = z.object({
  q: z.string().max(100, 'at most 100 characters').default(''),
  limit: z.coerce.number().int().min(1).max(1000).default(50),
  offset: z.coerce.number().int().min(0).default(0),
});

@ApiTags('jobs')
@Controller('jobs')
export class JobsController {
  constructor(
    private readonly jobs: JobsRepository,
    private readonly service: JobsService,
  ) {}

  @Get()
  @ApiQuery({ name: 'q', required: false, type: String })
  @ApiQuery({ name: 'limit', required: false, type: Number })
  @ApiQuery({ name: 'offset', required: false, type: Number })
  @ApiResponse({ status: 200, standardSchema: jobListSchema })
  list(@Query({ schema: querySchema }) query: JobQuery): Promise<JobList> {
    return this.jobs.list(query);
  }

  @Post()
  @ApiResponse({ status: 201, standardSchema: jobSchema })
  add(@Body({ schema: jobFieldsSchema }) fields: JobFields): Promise<Job> {
    return this.jobs.add(fields);
  }

  @Get(':id')
  @ApiResponse({ status: 200, standardSchema: jobViewSchema })
  view(@Id('job') id: string): Promise<JobView> {
    return this.service.view(id);
  }

  @Put(':id')
  @ApiResponse({ status: 200, standardSchema: jobSchema })
  change(
    @Id('job') id: string,
    @Body({ schema: jobChangeSchema }) body: JobFields & { version: number },
  ): Promise<Job> {
    const { version, ...fields } = body;
    return this.jobs.change(id, version, fields);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Id('job') id: string): Promise<void> {
    return this.jobs.remove(id);
  }
}
