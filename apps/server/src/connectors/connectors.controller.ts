import { Body, Controller, Delete, Get, HttpCode, Post, Put, Req, Res } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Connector,
  connectorChangeSchema,
  type ConnectorFields,
  connectorFieldsSchema,
  connectorSchema,
  type Photo,
  photoSchema,
} from '@ulpen/core';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { Id } from '../problems/id-param.ts';
import { ConnectorsRepository } from './connectors.repository.ts';
import { photoOf } from './photo-upload.ts';
import { PhotosRepository } from './photos.repository.ts';

@ApiTags('connectors')
@Controller()
export class ConnectorsController {
  constructor(
    private readonly connectors: ConnectorsRepository,
    private readonly photos: PhotosRepository,
  ) {}

  @Post('units/:id/connectors')
  @ApiResponse({ status: 201, standardSchema: connectorSchema })
  add(
    @Id('unit') unitId: string,
    @Body({ schema: connectorFieldsSchema }) fields: ConnectorFields,
  ): Promise<Connector> {
    return this.connectors.add(unitId, fields);
  }

  @Put('connectors/:id')
  @ApiResponse({ status: 200, standardSchema: connectorSchema })
  change(
    @Id('connector') id: string,
    @Body({ schema: connectorChangeSchema }) { version, ...fields }: ConnectorFields & { version: number },
  ): Promise<Connector> {
    return this.connectors.change(id, version, fields);
  }

  @Delete('connectors/:id')
  @HttpCode(204)
  remove(@Id('connector') id: string): Promise<void> {
    return this.connectors.remove(id);
  }

  @Post('connectors/:id/photos')
  @ApiConsumes('multipart/form-data')
  @ApiBody({
    description: 'JPEG, PNG or WebP, at most 2 MiB',
    schema: {
      type: 'object',
      required: ['file'],
      properties: { file: { type: 'string', format: 'binary' } },
    },
  })
  @ApiResponse({ status: 201, standardSchema: photoSchema })
  async addPhoto(@Id('connector') id: string, @Req() request: FastifyRequest): Promise<Photo> {
    return this.photos.add(id, await photoOf(request));
  }

  @Get('photos/:id')
  @ApiResponse({ status: 200, description: 'the picture itself' })
  async photo(@Id('photo') id: string, @Res() reply: FastifyReply): Promise<void> {
    const { mediaType, content } = await this.photos.content(id);
    await reply
      .header('content-type', mediaType)
      .header('cache-control', 'private, max-age=86400')
      .send(content);
  }

  @Delete('photos/:id')
  @HttpCode(204)
  removePhoto(@Id('photo') id: string): Promise<void> {
    return this.photos.remove(id);
  }
}
