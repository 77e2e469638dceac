import { Controller, Get, Post, Req } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Capture, captureSchema, type Response, responseSchema } from '@ulpen/core';
import type { FastifyRequest } from 'fastify';
import { Id } from '../problems/id-param.ts';
import { withUpload } from './capture-upload.ts';
import { CapturesRepository } from './captures.repository.ts';
import { CapturesService } from './captures.service.ts';

@ApiTags('captures')
@Controller()
export class CapturesController {
  constructor(
    private readonly captures: CapturesRepository,
    private readonly service: CapturesService,
  ) {}

  @Post('pairs/:id/captures')
  @ApiConsumes('multipart/form-data')
  @ApiBody({
    description:
      '`fields`: JSON of CaptureFields without fileName, plus `columns` (ColumnChoice); then `file`: text columns, at most 32 MiB.',
    schema: {
      type: 'object',
      required: ['fields', 'file'],
      properties: { fields: { type: 'string' }, file: { type: 'string', format: 'binary' } },
    },
  })
  @ApiResponse({ status: 201, standardSchema: captureSchema })
  async take(@Id('output') pairId: string, @Req() request: FastifyRequest): Promise<Capture> {
    return withUpload(request, ({ fields, columns, file }) =>
      this.service.take(pairId, fields, columns, file),
    );
  }

  @Get('captures/:id')
  @ApiResponse({ status: 200, standardSchema: captureSchema })
  get(@Id('capture') id: string): Promise<Capture> {
    return this.captures.get(id);
  }

  @Get('captures/:id/response')
  @ApiResponse({ status: 200, standardSchema: responseSchema })
  response(@Id('capture') id: string): Promise<Response> {
    return this.captures.response(id);
  }

  @Post('captures/:id/withdraw')
  @ApiResponse({ status: 201, standardSchema: captureSchema })
  withdraw(@Id('capture') id: string): Promise<Capture> {
    return this.captures.setWithdrawn(id, true);
  }

  @Post('captures/:id/restore')
  @ApiResponse({ status: 201, standardSchema: captureSchema })
  restore(@Id('capture') id: string): Promise<Capture> {
    return this.captures.setWithdrawn(id, false);
  }
}
