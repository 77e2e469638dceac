import { Module } from '@nestjs/common';
import { ReadingsController } from './readings.controller.ts';
import { ReadingsRepository } from './readings.repository.ts';
import { ReadingsService } from './readings.service.ts';

@Module({
  controllers: [ReadingsController],
  providers: [ReadingsRepository, ReadingsService],
  exports: [ReadingsRepository, ReadingsService],
})
export class ReadingsModule {}
