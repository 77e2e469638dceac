import { Module } from '@nestjs/common';
import { CapturesModule } from '../captures/captures.module.ts';
import { RecordingsController } from './recordings.controller.ts';
import { RecordingsRepository } from './recordings.repository.ts';
import { RecordingsService } from './recordings.service.ts';

@Module({
  imports: [CapturesModule],
  controllers: [RecordingsController],
  providers: [RecordingsRepository, RecordingsService],
  exports: [RecordingsRepository],
})
export class RecordingsModule {}
