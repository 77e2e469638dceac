import { Body, Controller, Get, Header, Post, Res } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Connector,
  connectorSchema,
  type FindingRow,
  findingsCsv,
  type HarnessView,
  harnessViewSchema,
  idSchema,
  type Pair,
  pairSchema,
} from '@ulpen/core';
import type { FastifyReply } from 'fastify';
import { z } from 'zod';
import { Id } from '../problems/id-param.ts';
import { HarnessService } from './harness.service.ts';

const copySchema = z.object({ connectorId: idSchema });

@ApiTags('find')
@Controller()
export class HarnessController {
  constructor(private readonly harness: HarnessService) {}

  @Get('jobs/:id/harness')
  @ApiResponse({ status: 200, standardSchema: harnessViewSchema })
  view(@Id('job') jobId: string): Promise<HarnessView> {
    return this.harness.view(jobId);
  }

  @Get('jobs/:id/findings')
  @ApiResponse({ status: 200, description: 'every cavity with what is known of it, its standing and date' })
  findings(@Id('job') jobId: string): Promise<FindingRow[]> {
    return this.harness.findings(jobId);
  }

  @Get('jobs/:id/findings.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  @ApiResponse({ status: 200, description: 'the same as a table' })
  async csv(@Id('job') jobId: string, @Res({ passthrough: true }) reply: FastifyReply): Promise<string> {
    void reply.header('content-disposition', 'attachment; filename="pin-map.csv"');
    return findingsCsv(await this.harness.findings(jobId));
  }

  @Post('units/:id/connector-copies')
  @ApiResponse({ status: 201, standardSchema: connectorSchema })
  copy(
    @Id('unit') unitId: string,
    @Body({ schema: copySchema }) { connectorId }: { connectorId: string },
  ): Promise<Connector> {
    return this.harness.copy(unitId, connectorId);
  }

  @Post('jobs/:id/outputs-found')
  @ApiResponse({ status: 201, standardSchema: z.array(pairSchema) })
  takeOver(@Id('job') jobId: string): Promise<Pair[]> {
    return this.harness.takeOver(jobId);
  }
}
