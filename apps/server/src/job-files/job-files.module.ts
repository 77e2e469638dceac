import { Module } from '@nestjs/common';
import { CapturesModule } from '../captures/captures.module.ts';
import { JobsModule } from '../jobs/jobs.module.ts';
import { PairsModule } from '../pairs/pairs.module.ts';
import { PlansStoreModule } from '../plans/plans-store.module.ts';
import { TargetsModule } from '../targets/targets.module.ts';
import { UnitsModule } from '../units/units.module.ts';
import { JobFilesController } from './job-files.controller.ts';
import { JobFilesService } from './job-files.service.ts';

@Module({
  imports: [JobsModule, UnitsModule, PairsModule, CapturesModule, TargetsModule, PlansStoreModule],
  controllers: [JobFilesController],
  providers: [JobFilesService],
  exports: [JobFilesService],
})
export class JobFilesModule {}
