import { readFile } from 'node:fs/promises';
import { Controller, Delete, Get, Post, Req, Res } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  idSchema,
  type Creating,
  type JobPhoto,
  jobPhotoSchema,
  type Photo,
  type PhotoOn,
  photoOnSchema,
  photoSchema,
  pictureKind,
} from '@ulpen/core';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import { ConnectorsRepository } from '../connectors/connectors.repository.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { found } from '../database/rows.ts';
import { assertOwnRefs } from '../database/own-refs.ts';
import { Id } from '../problems/id-param.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { type Upload, withUpload } from '../uploads/upload.ts';
import { type NewPhoto, PhotosRepository } from './photos.repository.ts';

const onSchema = z.object({ on: photoOnSchema, id: idSchema.optional() });
const FILE = { type: 'string', format: 'binary' };

/** What the bytes say the picture is; the sender's word is not asked. */
async function pictureOf({ path, fileName }: Upload<unknown>): Promise<Omit<NewPhoto, 'on'>> {
  const content = await readFile(path);
  const mediaType = pictureKind(content);
  if (!mediaType) throw ProblemError.invalid([{ field: 'file', message: 'a photo is JPEG, PNG or WebP' }]);
  return { fileName: fileName || 'photo', mediaType, content };
}

@ApiTags('photos')
@Controller()
export class PhotosController {
  constructor(
    private readonly db: Database,
    private readonly photos: PhotosRepository,
    private readonly connectors: ConnectorsRepository,
  ) {}

  @Post('connectors/:id/photos')
  @ApiConsumes('multipart/form-data')
  @ApiBody({
    description: 'JPEG, PNG or WebP, at most 2 MiB',
    schema: { type: 'object', required: ['file'], properties: { file: FILE } },
  })
  @ApiResponse({ status: 201, standardSchema: photoSchema })
  @Problems(400, 404, 413, 415)
  addToConnector(
    @Id('connector') connectorId: string,
    @By('photo.add') by: Actor,
    @Req() request: FastifyRequest,
  ): Promise<Photo> {
    return withUpload(request, 'photoBytes', null, async (upload) => {
      const picture = await pictureOf(upload);
      return this.db.inJobOf('connector', connectorId, by, async (trx, jobId) => {
        await this.connectors.get(trx, connectorId);
        const { on: _, ...photo } = await this.photos.add(trx, jobId, {
          ...picture,
          on: { kind: 'connector', connectorId },
        });
        return photo;
      });
    });
  }

  /** A photo of a plug, an output, a place where work is done, or of the job as a whole. */
  @Post('jobs/:id/photos')
  @ApiConsumes('multipart/form-data')
  @ApiBody({
    description: '`fields`: JSON `{ on }` (PhotoOn); then `file`: JPEG, PNG or WebP, at most 2 MiB',
    schema: {
      type: 'object',
      required: ['fields', 'file'],
      properties: { fields: { type: 'string' }, file: FILE },
    },
  })
  @ApiResponse({ status: 201, standardSchema: jobPhotoSchema })
  @Problems(400, 404, 413, 415)
  add(
    @Id('job') jobId: string,
    @By('photo.add') by: Actor,
    @Req() request: FastifyRequest,
  ): Promise<JobPhoto> {
    return withUpload(request, 'photoBytes', onSchema, async (upload: Upload<Creating<{ on: PhotoOn }>>) => {
      const { on, id } = upload.fields;
      const picture = await pictureOf(upload);
      return this.db.inJob(jobId, by, async (trx) => {
        await assertOwnRefs(trx, jobId, photoOnSchema, on);
        return this.photos.add(trx, jobId, { ...picture, on, id });
      });
    });
  }

  @Get('jobs/:id/photos')
  @ApiResponse({ status: 200, standardSchema: z.array(jobPhotoSchema) })
  @Problems(404)
  list(@Id('job') jobId: string): Promise<JobPhoto[]> {
    return this.db.snapshot(async (db) => {
      found(await db('jobs').where({ id: jobId }).first('id'), 'job');
      return this.photos.ofJob(db, jobId);
    });
  }

  @Get('photos/:id')
  @ApiResponse({ status: 200, description: 'the picture itself' })
  @Problems(404)
  async content(@Id('photo') id: string, @Res() reply: FastifyReply): Promise<void> {
    const { mediaType, content } = await this.db.read((db) => this.photos.content(db, id));
    await reply.header('content-type', mediaType).send(content);
  }

  /** Kept in the record, and can be brought back. */
  @Delete('photos/:id')
  @Removes(404)
  remove(@Id('photo') id: string, @By('photo.remove') by: Actor): Promise<void> {
    return this.db.inJobOf('photo', id, by, (trx) => this.photos.remove(trx, id));
  }

  @Post('photos/:id/restore')
  @ApiResponse({ status: 201, standardSchema: jobPhotoSchema })
  @Problems(400, 404)
  restore(@Id('photo') id: string, @By('photo.restore') by: Actor): Promise<JobPhoto> {
    return this.db.inJobOf('photo', id, by, (trx) => this.photos.restore(trx, id));
  }
}
