import { Module } from '@nestjs/common';
import { InstrumentsStoreModule } from '../instruments/instruments-store.module.ts';
import { PairsModule } from '../pairs/pairs.module.ts';
import { CapturesController } from './captures.controller.ts';
import { CapturesRepository } from './captures.repository.ts';
import { CapturesService } from './captures.service.ts';

@Module({
  imports: [PairsModule, InstrumentsStoreModule],
  controllers: [CapturesController],
  providers: [CapturesRepository, CapturesService],
  exports: [CapturesRepository, CapturesService],
})
export class CapturesModule {}
