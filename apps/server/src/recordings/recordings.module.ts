import { Module } from '@nestjs/common';
import { CapturesModule } from '../captures/captures.module.ts';
import { InstrumentsStoreModule } from '../instruments/instruments-store.module.ts';
import { RecordingsController } from './recordings.controller.ts';
import { RecordingsRepository } from './recordings.repository.ts';
import { RecordingsService } from './recordings.service.ts';

@Module({
  imports: [CapturesModule, InstrumentsStoreModule],
  controllers: [RecordingsController],
  providers: [RecordingsRepository, RecordingsService],
  exports: [RecordingsRepository],
})
export class RecordingsModule {}
