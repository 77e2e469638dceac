import { Module } from '@nestjs/common';
import { PairsModule } from '../pairs/pairs.module.ts';
import { DecisionsController } from './decisions.controller.ts';
import { DecisionsRepository } from './decisions.repository.ts';

@Module({
  imports: [PairsModule],
  controllers: [DecisionsController],
  providers: [DecisionsRepository],
  exports: [DecisionsRepository],
})
export class DecisionsModule {}
