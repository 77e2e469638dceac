import { type DynamicModule, Module } from '@nestjs/common';
import { CapturesModule } from './captures/captures.module.ts';
import { ChaptersModule } from './chapters/chapters.module.ts';
import { ChecksModule } from './checks/checks.module.ts';
import { ComputeModule } from './compute/compute.module.ts';
import { ConnectorsModule } from './connectors/connectors.module.ts';
import { DatabaseModule } from './database/database.module.ts';
import type { ConnectOptions } from './database/knex.ts';
import { DecisionsModule } from './decisions/decisions.module.ts';
import { DevicesModule } from './devices/devices.module.ts';
import { DraftsModule } from './drafts/drafts.module.ts';
import { EventsModule } from './events/events.module.ts';
import { HarnessModule } from './harness/harness.module.ts';
import { HealthController } from './health/health.controller.ts';
import { InstrumentsModule } from './instruments/instruments.module.ts';
import { IntakesModule } from './intakes/intakes.module.ts';
import { JobFilesModule } from './job-files/job-files.module.ts';
import { JobsModule } from './jobs/jobs.module.ts';
import { PairsModule } from './pairs/pairs.module.ts';
import { PhotosModule } from './photos/photos.module.ts';
import { PlansModule } from './plans/plans.module.ts';
import { ReadingsModule } from './readings/readings.module.ts';
import { RecordingsModule } from './recordings/recordings.module.ts';
import { SheetsModule } from './sheets/sheets.module.ts';
import { ShopModule } from './shop/shop.module.ts';
import { SimulationsModule } from './simulations/simulations.module.ts';
import { TargetsModule } from './targets/targets.module.ts';
import { UnitsModule } from './units/units.module.ts';
import { WiringsModule } from './wirings/wirings.module.ts';
import { BriefsModule } from './briefs/briefs.module.ts';

@Module({})
export class AppModule {
  static at(databaseUrl: string, options: ConnectOptions = {}): DynamicModule {
    return {
      module: AppModule,
      imports: [
        DatabaseModule.at(databaseUrl, options),
        ComputeModule,
        JobsModule,
        UnitsModule,
        PairsModule,
        CapturesModule,
        RecordingsModule,
        ChaptersModule,
        ChecksModule,
        TargetsModule,
        PhotosModule,
        PlansModule,
        DraftsModule,
        JobFilesModule,
        IntakesModule,
        ConnectorsModule,
        ReadingsModule,
        SheetsModule,
        HarnessModule,
        SimulationsModule,
        BriefsModule,
        WiringsModule,
        ShopModule,
        DevicesModule,
        InstrumentsModule,
        DecisionsModule,
        EventsModule,
      ],
      controllers: [HealthController],
    };
  }
}
