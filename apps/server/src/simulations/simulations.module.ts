import { Module } from '@nestjs/common';
import { ConnectorsModule } from '../connectors/connectors.module.ts';
import { HarnessModule } from '../harness/harness.module.ts';
import { JobsModule } from '../jobs/jobs.module.ts';
import { ReadingsModule } from '../readings/readings.module.ts';
import { UnitsModule } from '../units/units.module.ts';
import { SimulationsController } from './simulations.controller.ts';
import { SimulationsStoreModule } from './simulations-store.module.ts';

@Module({
  imports: [JobsModule, UnitsModule, ConnectorsModule, ReadingsModule, HarnessModule, SimulationsStoreModule],
  controllers: [SimulationsController],
})
export class SimulationsModule {}
