import { Module } from '@nestjs/common';
import { ConnectorsModule } from '../connectors/connectors.module.ts';
import { JobsModule } from '../jobs/jobs.module.ts';
import { ReadingsModule } from '../readings/readings.module.ts';
import { UnitsModule } from '../units/units.module.ts';
import { SimulationsRepository } from './simulations.repository.ts';
import { SimulationsService } from './simulations.service.ts';

/** Apart from the controller, so that job files and the harness can use simulations without a circle. */
@Module({
  imports: [JobsModule, UnitsModule, ConnectorsModule, ReadingsModule],
  providers: [SimulationsRepository, SimulationsService],
  exports: [SimulationsRepository, SimulationsService],
})
export class SimulationsStoreModule {}
