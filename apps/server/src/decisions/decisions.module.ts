import { Module } from '@nestjs/common';
import { PlansModule } from '../plans/plans.module.ts';
import { DecisionsController } from './decisions.controller.ts';
import { DecisionsStoreModule } from './decisions-store.module.ts';
import { SigningService } from './signing.service.ts';

@Module({
  imports: [DecisionsStoreModule, PlansModule],
  controllers: [DecisionsController],
  providers: [SigningService],
})
export class DecisionsModule {}
