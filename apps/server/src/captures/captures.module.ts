import { Module } from '@nestjs/common';
import { PairsModule } from '../pairs/pairs.module.ts';
import { CapturesController } from './captures.controller.ts';
import { CapturesRepository } from './captures.repository.ts';
import { CapturesService } from './captures.service.ts';

@Module({
  imports: [PairsModule],
  controllers: [CapturesController],
  providers: [CapturesRepository, CapturesService],
  exports: [CapturesRepository, CapturesService],
})
export class CapturesModule {}
