import { Module } from '@nestjs/common';
import { CapturesModule } from '../captures/captures.module.ts';
import { ChecksModule } from '../checks/checks.module.ts';
import { ConnectorsModule } from '../connectors/connectors.module.ts';
import { DecisionsModule } from '../decisions/decisions.module.ts';
import { DevicesModule } from '../devices/devices.module.ts';
import { HarnessModule } from '../harness/harness.module.ts';
import { IntakesModule } from '../intakes/intakes.module.ts';
import { JobsModule } from '../jobs/jobs.module.ts';
import { PairsModule } from '../pairs/pairs.module.ts';
import { PlansStoreModule } from '../plans/plans-store.module.ts';
import { ReadingsModule } from '../readings/readings.module.ts';
import { RecordingsModule } from '../recordings/recordings.module.ts';
import { SheetsModule } from '../sheets/sheets.module.ts';
import { SimulationsStoreModule } from '../simulations/simulations-store.module.ts';
import { TargetsModule } from '../targets/targets.module.ts';
import { UnitsModule } from '../units/units.module.ts';
import { BriefsModule } from '../briefs/briefs.module.ts';
import { HarnessFiles } from './harness-files.ts';
import { JobFilesController } from './job-files.controller.ts';
import { JobFilesService } from './job-files.service.ts';

@Module({
  imports: [
    ConnectorsModule,
    ReadingsModule,
    SheetsModule,
    HarnessModule,
    IntakesModule,
    SimulationsStoreModule,
    JobsModule,
    UnitsModule,
    PairsModule,
    CapturesModule,
    RecordingsModule,
    ChecksModule,
    TargetsModule,
    PlansStoreModule,
    BriefsModule,
    DecisionsModule,
    DevicesModule,
  ],
  controllers: [JobFilesController],
  providers: [JobFilesService, HarnessFiles],
  exports: [JobFilesService],
})
export class JobFilesModule {}
