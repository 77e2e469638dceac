import { Module } from '@nestjs/common';
import { ConnectorsModule } from '../connectors/connectors.module.ts';
import { JobsModule } from '../jobs/jobs.module.ts';
import { PairsModule } from '../pairs/pairs.module.ts';
import { ReadingsModule } from '../readings/readings.module.ts';
import { SheetsModule } from '../sheets/sheets.module.ts';
import { SimulationsStoreModule } from '../simulations/simulations-store.module.ts';
import { SpeakersModule } from '../speakers/speakers.module.ts';
import { UnitsModule } from '../units/units.module.ts';
import { HarnessController } from './harness.controller.ts';
import { HarnessService } from './harness.service.ts';

@Module({
  imports: [
    JobsModule,
    UnitsModule,
    ConnectorsModule,
    ReadingsModule,
    SheetsModule,
    PairsModule,
    SpeakersModule,
    SimulationsStoreModule,
  ],
  controllers: [HarnessController],
  providers: [HarnessService],
  exports: [HarnessService],
})
export class HarnessModule {}
