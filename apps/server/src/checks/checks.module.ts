import { Module } from '@nestjs/common';
import { InstrumentsStoreModule } from '../instruments/instruments-store.module.ts';
import { ChecksController } from './checks.controller.ts';
import { ChecksRepository } from './checks.repository.ts';

@Module({
  imports: [InstrumentsStoreModule],
  controllers: [ChecksController],
  providers: [ChecksRepository],
  exports: [ChecksRepository],
})
export class ChecksModule {}
