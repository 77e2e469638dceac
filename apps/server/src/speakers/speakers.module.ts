import { Module } from '@nestjs/common';
import { SpeakersController } from './speakers.controller.ts';
import { SpeakersRepository } from './speakers.repository.ts';

@Module({
  controllers: [SpeakersController],
  providers: [SpeakersRepository],
  exports: [SpeakersRepository],
})
export class SpeakersModule {}
