import { Module } from '@nestjs/common';
import { DecisionsStoreModule } from '../decisions/decisions-store.module.ts';
import { DevicesModule } from '../devices/devices.module.ts';
import { HarnessModule } from '../harness/harness.module.ts';
import { JobsModule } from '../jobs/jobs.module.ts';
import { ShopModule } from '../shop/shop.module.ts';
import { Fingerprints } from './fingerprints.ts';
import { JobStates } from './job-states.ts';
import { KeptPlansService } from './kept-plans.service.ts';
import { PlansController } from './plans.controller.ts';
import { ProposalsService } from './proposals.service.ts';
import { PlansStoreModule } from './plans-store.module.ts';

@Module({
  imports: [PlansStoreModule, DecisionsStoreModule, JobsModule, DevicesModule, ShopModule, HarnessModule],
  controllers: [PlansController],
  providers: [ProposalsService, KeptPlansService, Fingerprints, JobStates],
  exports: [ProposalsService, Fingerprints],
})
export class PlansModule {}
