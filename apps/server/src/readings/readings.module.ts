import { Module } from '@nestjs/common';
import { InstrumentsStoreModule } from '../instruments/instruments-store.module.ts';
import { IntakesModule } from '../intakes/intakes.module.ts';
import { ReadingsController } from './readings.controller.ts';
import { ReadingsRepository } from './readings.repository.ts';
import { ReadingsService } from './readings.service.ts';

@Module({
  imports: [IntakesModule, InstrumentsStoreModule],
  controllers: [ReadingsController],
  providers: [ReadingsRepository, ReadingsService],
  exports: [ReadingsRepository, ReadingsService],
})
export class ReadingsModule {}
