import { Body, Controller, Get, Header, Post, Query, Res } from '@nestjs/common';
import { ApiQuery, ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Connector,
  connectorSchema,
  type FindingRow,
  findingsCsv,
  harnessViewSchema,
  idSchema,
  type OutputsFound,
  outputsFoundSchema,
} from '@ulpen/core';
import type { FastifyReply } from 'fastify';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import { Gone } from '../compute/gone.ts';
import type { Actor } from '../actors/actor.ts';
import { isWanted, type NewerThan, newerThanSchema } from '../database/newer-than.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { HarnessService } from './harness.service.ts';

const copySchema = z.object({ connectorId: idSchema });

@ApiTags('find')
@Controller()
export class HarnessController {
  constructor(private readonly harness: HarnessService) {}

  @Get('jobs/:id/harness')
  @Header('content-type', 'application/json; charset=utf-8')
  @ApiResponse({ status: 200, standardSchema: harnessViewSchema })
  @ApiQuery({ name: 'ifNewerThan', required: false, type: Number })
  @Problems(400, 404, 409)
  view(
    @Id('job') jobId: string,
    @Query({ schema: newerThanSchema }) query: NewerThan,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<string | undefined> {
    return this.harness.viewAsJson(jobId, (db) => isWanted(db, jobId, query, reply));
  }

  @Get('jobs/:id/findings')
  @ApiResponse({ status: 200, description: 'every cavity with what is known of it, its standing and date' })
  @Problems(404, 429)
  findings(@Id('job') jobId: string, @Gone() signal: AbortSignal): Promise<FindingRow[]> {
    return this.harness.findings(jobId, signal);
  }

  @Get('jobs/:id/findings.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  @ApiResponse({ status: 200, description: 'the same as a table' })
  @Problems(404, 429)
  async csv(
    @Id('job') jobId: string,
    @Gone() signal: AbortSignal,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<string> {
    void reply.header('content-disposition', 'attachment; filename="pin-map.csv"');
    return findingsCsv(await this.harness.findings(jobId, signal));
  }

  @Post('units/:id/connector-copies')
  @ApiResponse({ status: 201, standardSchema: connectorSchema })
  @Problems(400, 404, 409, 429)
  copy(
    @Id('unit') unitId: string,
    @By('connector.copy') by: Actor,
    @Body({ schema: copySchema }) { connectorId }: { connectorId: string },
  ): Promise<Connector> {
    return this.harness.copy(unitId, connectorId, by);
  }

  /** What Find settled becomes outputs of Listen; what stays out is said with its reason. */
  @Post('jobs/:id/outputs-found')
  @ApiResponse({ status: 201, standardSchema: outputsFoundSchema })
  @Problems(400, 404, 429)
  takeOver(@Id('job') jobId: string, @By('output.find') by: Actor): Promise<OutputsFound> {
    return this.harness.takeOver(jobId, by);
  }
}
