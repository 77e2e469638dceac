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
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { HarnessService } from '../harness/harness.service.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { SimulationsService } from './simulations.service.ts';

const probeSchema = simulatedProbeSchema.extend({ conditions: conditionsSchema });

@ApiTags('simulated cars')
@Controller()
export class SimulationsController {
  constructor(
    private readonly db: Database,
    private readonly simulations: SimulationsService,
    private readonly harness: HarnessService,
  ) {}

  @Post('practice-jobs')
  @ApiResponse({ status: 201, standardSchema: jobSchema })
  @Problems(400)
  start(
    @By('job.practise') by: Actor,
    @Body({ schema: simulationFieldsSchema }) fields: SimulationFields,
  ): Promise<Job> {
    return this.db.inNewJob(by, (trx) => this.simulations.start(trx, fields));
  }

  @Post('jobs/:id/simulation/probes')
  @ApiResponse({ status: 201, standardSchema: readingSchema })
  @Problems(400, 404)
  probe(
    @Id('job') jobId: string,
    @By('reading.probe') by: Actor,
    @Body({ schema: probeSchema }) { conditions, ...probe }: SimulatedProbe & { conditions: Conditions },
  ): Promise<Reading> {
    return this.db.inJob(jobId, by, (trx) => this.simulations.probe(trx, jobId, probe, conditions));
  }

  @Get('jobs/:id/simulation/sheet')
  @Header('content-type', 'text/csv; charset=utf-8')
  @ApiResponse({ status: 200, description: 'a pin table as found online, right or not' })
  @Problems(404)
  sheet(@Id('job') jobId: string): Promise<string> {
    return this.db.read((db) => this.simulations.sheet(db, jobId));
  }

  @Post('jobs/:id/simulation/reveal')
  @ApiResponse({ status: 201, standardSchema: simulationScoreSchema })
  @Problems(404, 429)
  reveal(@Id('job') jobId: string, @By('simulation.reveal') by: Actor): Promise<SimulationScore> {
    return this.db.inJob(jobId, by, async (trx) =>
      this.simulations.reveal(trx, jobId, await this.harness.seen(trx, jobId)),
    );
  }
}
