import { Module } from '@nestjs/common';
import { CapturesModule } from '../captures/captures.module.ts';
import { ChecksModule } from '../checks/checks.module.ts';
import { DecisionsStoreModule } from '../decisions/decisions-store.module.ts';
import { DraftsModule } from '../drafts/drafts.module.ts';
import { IntakesModule } from '../intakes/intakes.module.ts';
import { PairsModule } from '../pairs/pairs.module.ts';
import { PlansStoreModule } from '../plans/plans-store.module.ts';
import { RecordingsModule } from '../recordings/recordings.module.ts';
import { TargetsModule } from '../targets/targets.module.ts';
import { UnitsModule } from '../units/units.module.ts';
import { BriefsModule } from '../briefs/briefs.module.ts';
import { WiringsModule } from '../wirings/wirings.module.ts';
import { SpeakersModule } from '../speakers/speakers.module.ts';
import { JobsController } from './jobs.controller.ts';
import { JobsRepository } from './jobs.repository.ts';
import { RemovedRepository } from './removed.repository.ts';
import { JobsService } from './jobs.service.ts';

@Module({
  imports: [
    IntakesModule,
    UnitsModule,
    PairsModule,
    CapturesModule,
    TargetsModule,
    PlansStoreModule,
    RecordingsModule,
    ChecksModule,
    BriefsModule,
    WiringsModule,
    DecisionsStoreModule,
    DraftsModule,
    SpeakersModule,
  ],
  controllers: [JobsController],
  providers: [JobsRepository, JobsService, RemovedRepository],
  exports: [JobsRepository, JobsService],
})
export class JobsModule {}
