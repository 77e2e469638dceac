import { Body, Controller, Get, Header, Post } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Conditions,
  conditionsSchema,
  type Job,
  jobSchema,
  type Reading,
  readingSchema,
  type SimulatedProbe,
  simulatedProbeSchema,
  type SimulationFields,
  simulationFieldsSchema,
  type SimulationScore,
  simulationScoreSchema,
} from '@ulpen/core';
import { HarnessService } from '../harness/harness.service.ts';
import { Id } from '../problems/id-param.ts';
import { SimulationsService } from './simulations.service.ts';

const probeSchema = simulatedProbeSchema.extend({ conditions: conditionsSchema });

@ApiTags('simulated cars')
@Controller()
export class SimulationsController {
  constructor(
    private readonly simulations: SimulationsService,
    private readonly harness: HarnessService,
  ) {}

  @Post('practice-jobs')
  @ApiResponse({ status: 201, standardSchema: jobSchema })
  start(@Body({ schema: simulationFieldsSchema }) fields: SimulationFields): Promise<Job> {
    return this.simulations.start(fields);
  }

  @Post('jobs/:id/simulation/probes')
  @ApiResponse({ status: 201, standardSchema: readingSchema })
  probe(
    @Id('job') jobId: string,
    @Body({ schema: probeSchema }) { conditions, ...probe }: SimulatedProbe & { conditions: Conditions },
  ): Promise<Reading> {
    return this.simulations.probe(jobId, probe, conditions);
  }

  @Get('jobs/:id/simulation/sheet')
  @Header('content-type', 'text/csv; charset=utf-8')
  @ApiResponse({ status: 200, description: 'a pin table as it goes round, right or not' })
  sheet(@Id('job') jobId: string): Promise<string> {
    return this.simulations.sheet(jobId);
  }

  @Post('jobs/:id/simulation/reveal')
  @ApiResponse({ status: 201, standardSchema: simulationScoreSchema })
  async reveal(@Id('job') jobId: string): Promise<SimulationScore> {
    return this.simulations.reveal(jobId, await this.harness.record(jobId));
  }
}
