import { Module } from '@nestjs/common';
import { SpeakersModule } from '../speakers/speakers.module.ts';
import { PairsController } from './pairs.controller.ts';
import { PairsRepository } from './pairs.repository.ts';

@Module({
  imports: [SpeakersModule],
  controllers: [PairsController],
  providers: [PairsRepository],
  exports: [PairsRepository],
})
export class PairsModule {}
