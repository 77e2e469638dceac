import { Controller, Get, Post, Req, Res } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Job, jobFileSchema, jobSchema } from '@ulpen/core';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { z } from 'zod';
import { ComputePool } from '../compute/compute-pool.ts';
import { Id } from '../problems/id-param.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { JobFilesService } from './job-files.service.ts';

const MOST_BYTES = 64 * 1024 * 1024;

@ApiTags('job files')
@Controller()
export class JobFilesController {
  constructor(
    private readonly files: JobFilesService,
    private readonly pool: ComputePool,
  ) {}

  @Get('jobs/:id/file')
  @ApiResponse({ status: 200, standardSchema: jobFileSchema })
  async write(@Id('job') id: string, @Res() reply: FastifyReply): Promise<void> {
    const file = await this.files.write(id);
    const name =
      file.job.car
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '') || 'job';
    await reply
      .header('content-type', 'application/json; charset=utf-8')
      .header('content-disposition', `attachment; filename="${name}.ulpen.json"`)
      .send(JSON.stringify(file));
  }

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
  async read(@Req() request: FastifyRequest): Promise<Job> {
    const part = await request.file({ limits: { fileSize: MOST_BYTES, files: 1 } });
    if (!part)
      throw ProblemError.invalid([{ field: 'file', message: 'send the job file in a part named file' }]);
    const chunks: Buffer[] = [];
    for await (const chunk of part.file) chunks.push(chunk);
    if (part.file.truncated) throw ProblemError.tooLarge(`${MOST_BYTES / 2 ** 20} MiB a job file`);
    const read = await this.pool.readJobFile(Buffer.concat(chunks).toString('utf8'));
    if ('problems' in read) throw ProblemError.invalid(read.problems);
    return this.files.read(read.file);
  }

  @Get('schemas/job-file')
  @ApiResponse({ status: 200, description: 'JSON Schema of the job file' })
  schema(): unknown {
    return z.toJSONSchema(jobFileSchema, { io: 'input', unrepresentable: 'any' });
  }
}
