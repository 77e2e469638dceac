import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module.ts';
import { PlansController } from './plans.controller.ts';
import { PlansStoreModule } from './plans-store.module.ts';

@Module({ imports: [PlansStoreModule, JobsModule], controllers: [PlansController] })
export class PlansModule {}
