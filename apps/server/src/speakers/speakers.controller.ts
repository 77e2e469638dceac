import { Body, Controller, Delete, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type FactorySpeaker,
  type FactorySpeakerFields,
  factorySpeakerSchema,
  speakerChangeSchema,
  speakerFieldsSchema,
  creating,
  type Creating,
} from '@ulpen/core';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { SpeakersRepository } from './speakers.repository.ts';

const newSpeakerSchema = creating(speakerFieldsSchema, 'NewSpeaker');

@ApiTags('factory speakers')
@Controller()
export class SpeakersController {
  constructor(
    private readonly db: Database,
    private readonly speakers: SpeakersRepository,
  ) {}

  @Post('jobs/:id/speakers')
  @ApiResponse({ status: 201, standardSchema: factorySpeakerSchema })
  @Problems(400, 404)
  add(
    @Id('job') jobId: string,
    @By('speaker.add') by: Actor,
    @Body({ schema: newSpeakerSchema }) fields: Creating<FactorySpeakerFields>,
  ): Promise<FactorySpeaker> {
    return this.db.inJob(jobId, by, (trx) => this.speakers.add(trx, jobId, fields));
  }

  @Put('speakers/:id')
  @ApiResponse({ status: 200, standardSchema: factorySpeakerSchema })
  @Problems(400, 404, 409)
  change(
    @Id('speaker') id: string,
    @By('speaker.change') by: Actor,
    @Body({ schema: speakerChangeSchema }) { version, ...fields }: FactorySpeakerFields & { version: number },
  ): Promise<FactorySpeaker> {
    return this.db.inJobOf('speaker', id, by, (trx, jobId) =>
      this.speakers.change(trx, jobId, id, version, fields),
    );
  }

  /** Kept in the record, and can be brought back. */
  @Delete('speakers/:id')
  @Removes(404)
  remove(@Id('speaker') id: string, @By('speaker.remove') by: Actor): Promise<void> {
    return this.db.inJobOf('speaker', id, by, (trx) => this.speakers.remove(trx, id));
  }

  @Post('speakers/:id/restore')
  @ApiResponse({ status: 201, standardSchema: factorySpeakerSchema })
  @Problems(404)
  restore(@Id('speaker') id: string, @By('speaker.restore') by: Actor): Promise<FactorySpeaker> {
    return this.db.inJobOf('speaker', id, by, (trx) => this.speakers.restore(trx, id));
  }
}
