import { Controller, Get, Post, Req } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  RECORDING_LIMITS,
  recordingFieldsSchema,
  type RecordingRecord,
  recordingSchema,
  type TakenRecording,
  takenRecordingSchema,
} from '@ulpen/core';
import type { FastifyRequest } from 'fastify';
import { Id } from '../problems/id-param.ts';
import { withUpload } from '../uploads/upload.ts';
import { RecordingsRepository } from './recordings.repository.ts';
import { RecordingsService } from './recordings.service.ts';

const uploadSchema = recordingFieldsSchema.omit({ fileName: true });

@ApiTags('recordings')
@Controller()
export class RecordingsController {
  constructor(
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
  take(@Id('job') jobId: string, @Req() request: FastifyRequest): Promise<TakenRecording> {
    return withUpload(request, RECORDING_LIMITS.bytes, uploadSchema, ({ fields, fileName, file }) => {
      const name = recordingFieldsSchema.shape.fileName.safeParse(fileName);
      return this.service.take(
        jobId,
        { ...fields, fileName: name.success ? name.data : 'unnamed.wav' },
        file,
      );
    });
  }

  @Get('recordings/:id')
  @ApiResponse({ status: 200, standardSchema: recordingSchema })
  get(@Id('recording') id: string): Promise<RecordingRecord> {
    return this.recordings.get(id);
  }

  @Post('recordings/:id/withdraw')
  @ApiResponse({ status: 201, standardSchema: recordingSchema })
  withdraw(@Id('recording') id: string): Promise<RecordingRecord> {
    return this.recordings.setWithdrawn(id, true);
  }

  @Post('recordings/:id/restore')
  @ApiResponse({ status: 201, standardSchema: recordingSchema })
  restore(@Id('recording') id: string): Promise<RecordingRecord> {
    return this.recordings.setWithdrawn(id, false);
  }
}
