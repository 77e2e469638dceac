import { Controller, Get, Post, Req } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  idSchema,
  recordingFieldsSchema,
  type RecordingRecord,
  recordingSchema,
  type TakenRecording,
  takenRecordingSchema,
} from '@ulpen/core';
import type { FastifyRequest } from 'fastify';
import { By } from '../actors/by.ts';
import { Gone } from '../compute/gone.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { withUpload } from '../uploads/upload.ts';
import { RecordingsRepository } from './recordings.repository.ts';
import { RecordingsService } from './recordings.service.ts';

const uploadSchema = recordingFieldsSchema.omit({ fileName: true }).extend({ id: idSchema.optional() });

@ApiTags('recordings')
@Controller()
export class RecordingsController {
  constructor(
    private readonly db: Database,
    private readonly recordings: RecordingsRepository,
    private readonly service: RecordingsService,
  ) {}

  @Post('jobs/:id/recordings')
  @ApiConsumes('multipart/form-data')
  @ApiBody({
    description:
      '`fields`: JSON of RecordingFields without fileName; then `file`: WAV, PCM of 16, 24 or 32 bits or 32-bit float, one or two channels, at most 200 MiB and 10 minutes.',
    schema: {
      type: 'object',
      required: ['fields', 'file'],
      properties: { fields: { type: 'string' }, file: { type: 'string', format: 'binary' } },
    },
  })
  @ApiResponse({ status: 201, standardSchema: takenRecordingSchema })
  @Problems(400, 404, 413, 415, 429)
  take(
    @Id('job') jobId: string,
    @By('recording.add') by: Actor,
    @Gone() signal: AbortSignal,
    @Req() request: FastifyRequest,
  ): Promise<TakenRecording> {
    return withUpload(request, 'recordingBytes', uploadSchema, ({ fields, fileName, path }) => {
      const name = recordingFieldsSchema.shape.fileName.safeParse(fileName);
      const named = { ...fields, fileName: name.success ? name.data : 'unnamed.wav' };
      return this.service.take({ jobId, fields: named, path, by, signal });
    });
  }

  @Get('recordings/:id')
  @ApiResponse({ status: 200, standardSchema: recordingSchema })
  @Problems(404)
  get(@Id('recording') id: string): Promise<RecordingRecord> {
    return this.db.read((db) => this.recordings.get(db, id));
  }

  @Post('recordings/:id/withdraw')
  @ApiResponse({ status: 201, standardSchema: recordingSchema })
  @Problems(404)
  withdraw(@Id('recording') id: string, @By('recording.withdraw') by: Actor): Promise<RecordingRecord> {
    return this.db.inJobOf('recording', id, by, (trx) => this.recordings.setWithdrawn(trx, id, true));
  }

  @Post('recordings/:id/restore')
  @ApiResponse({ status: 201, standardSchema: recordingSchema })
  @Problems(404)
  restore(@Id('recording') id: string, @By('recording.restore') by: Actor): Promise<RecordingRecord> {
    return this.db.inJobOf('recording', id, by, (trx) => this.recordings.setWithdrawn(trx, id, false));
  }
}
