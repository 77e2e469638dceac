import { Module } from '@nestjs/common';
import { PlansRepository } from './plans.repository.ts';

/** The stored plans alone, apart from planning, which needs whole jobs. */
@Module({ providers: [PlansRepository], exports: [PlansRepository] })
export class PlansStoreModule {}
