import { Module } from '@nestjs/common';
import { DevicesModule } from '../devices/devices.module.ts';
import { HarnessModule } from '../harness/harness.module.ts';
import { JobsModule } from '../jobs/jobs.module.ts';
import { ShopModule } from '../shop/shop.module.ts';
import { PlansController } from './plans.controller.ts';
import { JobStates } from './job-states.ts';
import { ProposalsService } from './proposals.service.ts';
import { PlansStoreModule } from './plans-store.module.ts';

@Module({
  imports: [PlansStoreModule, JobsModule, DevicesModule, ShopModule, HarnessModule],
  controllers: [PlansController],
  providers: [ProposalsService, JobStates],
})
export class PlansModule {}
