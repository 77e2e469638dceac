import { Module } from '@nestjs/common';
import { BriefsModule } from '../briefs/briefs.module.ts';
import { WiringsModule } from '../wirings/wirings.module.ts';
import { CapturesModule } from '../captures/captures.module.ts';
import { ChecksModule } from '../checks/checks.module.ts';
import { ConnectorsModule } from '../connectors/connectors.module.ts';
import { DecisionsStoreModule } from '../decisions/decisions-store.module.ts';
import { DevicesModule } from '../devices/devices.module.ts';
import { DraftsModule } from '../drafts/drafts.module.ts';
import { IntakesModule } from '../intakes/intakes.module.ts';
import { JobsModule } from '../jobs/jobs.module.ts';
import { PairsModule } from '../pairs/pairs.module.ts';
import { PhotosModule } from '../photos/photos.module.ts';
import { PlansStoreModule } from '../plans/plans-store.module.ts';
import { ReadingsModule } from '../readings/readings.module.ts';
import { RecordingsModule } from '../recordings/recordings.module.ts';
import { SheetsModule } from '../sheets/sheets.module.ts';
import { SimulationsStoreModule } from '../simulations/simulations-store.module.ts';
import { SpeakersModule } from '../speakers/speakers.module.ts';
import { TargetsModule } from '../targets/targets.module.ts';
import { UnitsModule } from '../units/units.module.ts';
import { JobFileReader } from './job-file-reader.ts';
import { JobFileWriter } from './job-file-writer.ts';
import { JobFilesController } from './job-files.controller.ts';

@Module({
  imports: [
    BriefsModule,
    WiringsModule,
    CapturesModule,
    ChecksModule,
    ConnectorsModule,
    DecisionsStoreModule,
    DevicesModule,
    DraftsModule,
    IntakesModule,
    JobsModule,
    PairsModule,
    PhotosModule,
    PlansStoreModule,
    ReadingsModule,
    RecordingsModule,
    SheetsModule,
    SimulationsStoreModule,
    SpeakersModule,
    TargetsModule,
    UnitsModule,
  ],
  controllers: [JobFilesController],
  providers: [JobFileReader, JobFileWriter],
  exports: [JobFileReader],
})
export class JobFilesModule {}
