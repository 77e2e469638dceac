import { Body, Controller, Get, Post, Req } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiOperation, ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Capture,
  captureFieldsSchema,
  captureSchema,
  columnChoiceSchema,
  idSchema,
  type PinFields,
  pinFieldsSchema,
  type Response,
  responseSchema,
} from '@ulpen/core';
import type { FastifyRequest } from 'fastify';
import { By } from '../actors/by.ts';
import { Gone } from '../compute/gone.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { withUpload } from '../uploads/upload.ts';
import { CapturesRepository } from './captures.repository.ts';
import { CapturesService } from './captures.service.ts';

const uploadSchema = captureFieldsSchema
  .omit({ fileName: true })
  .extend({ columns: columnChoiceSchema, id: idSchema.optional() });

@ApiTags('captures')
@Controller()
export class CapturesController {
  constructor(
    private readonly db: Database,
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
  @Problems(400, 404, 413, 415, 429)
  async take(
    @Id('output') pairId: string,
    @By('capture.add') by: Actor,
    @Gone() signal: AbortSignal,
    @Req() request: FastifyRequest,
  ): Promise<Capture> {
    await this.service.assertOutput(pairId);
    return withUpload(request, 'columnBytes', uploadSchema, ({ fields, fileName, path }) => {
      const { columns, ...said } = fields;
      const name = captureFieldsSchema.shape.fileName.safeParse(fileName);
      const named = { ...said, fileName: name.success ? name.data : 'unnamed.txt' };
      return this.service.take({ pairId, fields: named, columns, path, by, signal });
    });
  }

  @Get('captures/:id')
  @ApiResponse({ status: 200, standardSchema: captureSchema })
  @Problems(404)
  get(@Id('capture') id: string): Promise<Capture> {
    return this.db.read((db) => this.captures.get(db, id));
  }

  @Get('captures/:id/response')
  @ApiResponse({ status: 200, standardSchema: responseSchema })
  @Problems(404)
  response(@Id('capture') id: string): Promise<Response> {
    return this.db.read((db) => this.captures.response(db, id));
  }

  @Post('captures/:id/withdraw')
  @ApiResponse({ status: 201, standardSchema: captureSchema })
  @Problems(404)
  withdraw(@Id('capture') id: string, @By('capture.withdraw') by: Actor): Promise<Capture> {
    return this.db.inJobOf('capture', id, by, (trx) => this.captures.setWithdrawn(trx, id, true));
  }

  @Post('captures/:id/restore')
  @ApiResponse({ status: 201, standardSchema: captureSchema })
  @Problems(404)
  restore(@Id('capture') id: string, @By('capture.restore') by: Actor): Promise<Capture> {
    return this.db.inJobOf('capture', id, by, (trx) => this.captures.setWithdrawn(trx, id, false));
  }

  @Post('captures/:id/pin')
  @ApiOperation({
    summary: 'Makes this capture the one that counts for its output, whatever the reference conditions.',
  })
  @ApiResponse({ status: 201, standardSchema: captureSchema })
  @Problems(400, 404, 409)
  pin(
    @Id('capture') id: string,
    @By('capture.pin') by: Actor,
    @Body({ schema: pinFieldsSchema }) { because }: PinFields,
  ): Promise<Capture> {
    return this.db.inJobOf('capture', id, by, (trx) => this.captures.pin(trx, id, because));
  }

  @Post('captures/:id/unpin')
  @ApiOperation({ summary: 'The capture nearest to the reference conditions counts again.' })
  @ApiResponse({ status: 201, standardSchema: captureSchema })
  @Problems(404)
  unpin(@Id('capture') id: string, @By('capture.unpin') by: Actor): Promise<Capture> {
    return this.db.inJobOf('capture', id, by, (trx) => this.captures.unpin(trx, id));
  }
}
