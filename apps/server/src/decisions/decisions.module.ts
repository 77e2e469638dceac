import { Module } from '@nestjs/common';
import { DecisionsController } from './decisions.controller.ts';
import { DecisionsRepository } from './decisions.repository.ts';

@Module({
  controllers: [DecisionsController],
  providers: [DecisionsRepository],
  exports: [DecisionsRepository],
})
export class DecisionsModule {}
