import { Controller, Get, Post, Req } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Capture,
  captureFieldsSchema,
  captureSchema,
  COLUMN_LIMITS,
  columnChoiceSchema,
  type Response,
  responseSchema,
} from '@ulpen/core';
import type { FastifyRequest } from 'fastify';
import { Id } from '../problems/id-param.ts';
import { withUpload } from '../uploads/upload.ts';
import { CapturesRepository } from './captures.repository.ts';
import { CapturesService } from './captures.service.ts';

const uploadSchema = captureFieldsSchema.omit({ fileName: true }).extend({ columns: columnChoiceSchema });

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
    return withUpload(request, COLUMN_LIMITS.bytes, uploadSchema, ({ fields, fileName, file }) => {
      const { columns, ...said } = fields;
      const name = captureFieldsSchema.shape.fileName.safeParse(fileName);
      const named = { ...said, fileName: name.success ? name.data : 'unnamed.txt' };
      return this.service.take(pairId, named, columns, file);
    });
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
