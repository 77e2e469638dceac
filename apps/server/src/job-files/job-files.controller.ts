import { Controller, Get, Post, Req, Res } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Job, jobFileSchema, jobSchema } from '@ulpen/core';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import { ComputePool } from '../compute/compute-pool.ts';
import { Gone } from '../compute/gone.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { withUpload } from '../uploads/upload.ts';
import { JobFileReader } from './job-file-reader.ts';
import { JobFileWriter } from './job-file-writer.ts';

@ApiTags('job files')
@Controller()
export class JobFilesController {
  constructor(
    private readonly db: Database,
    private readonly writer: JobFileWriter,
    private readonly reader: JobFileReader,
    private readonly pool: ComputePool,
  ) {}

  /** One snapshot of the job, whatever is written meanwhile. */
  @Get('jobs/:id/file')
  @ApiResponse({
    status: 200,
    content: { 'application/zip': { schema: { type: 'string', format: 'binary' } } },
    description: 'a zip of job.json (see /schemas/job-file), arrays and attachments',
  })
  @Problems(404, 429)
  async write(@Id('job') id: string, @Gone() signal: AbortSignal, @Res() reply: FastifyReply): Promise<void> {
    const { json, entries } = await this.db.snapshot((db) => this.writer.write(db, id));
    const zip = await this.pool.run('zipJobFile', { json, entries }, { signal });
    const name =
      json.job.car
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '') || 'job';
    await reply
      .header('content-type', 'application/zip')
      .header('content-disposition', `attachment; filename="${name}.ulpen.zip"`)
      .send(Buffer.from(zip.buffer, zip.byteOffset, zip.byteLength));
  }

  /** A file of any version that was ever written, taken in as a new job: all of it or nothing. */
  @Post('job-files')
  @ApiConsumes('multipart/form-data')
  @ApiBody({
    schema: {
      type: 'object',
      required: ['file'],
      properties: { file: { type: 'string', format: 'binary' } },
    },
  })
  @ApiResponse({ status: 201, standardSchema: jobSchema })
  @Problems(400, 413, 415, 429)
  read(
    @By('job.import') by: Actor,
    @Gone() signal: AbortSignal,
    @Req() request: FastifyRequest,
  ): Promise<Job> {
    return withUpload(request, 'jobFileBytes', null, async ({ path }) => {
      const read = await this.pool.run('readJobFile', path, { signal });
      if ('problems' in read) throw ProblemError.invalid(read.problems);
      return this.db.inNewJob(by, (trx) => this.reader.read(trx, read.file));
    });
  }

  @Get('schemas/job-file')
  @ApiResponse({ status: 200, description: 'JSON Schema of the job file' })
  @Problems()
  schema(): unknown {
    return z.toJSONSchema(jobFileSchema, { io: 'input', unrepresentable: 'any' });
  }
}
