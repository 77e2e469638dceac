import { Module } from '@nestjs/common';
import { InstrumentsStoreModule } from './instruments-store.module.ts';
import { InstrumentsController } from './instruments.controller.ts';
import { InstrumentsService } from './instruments.service.ts';

@Module({
  imports: [InstrumentsStoreModule],
  controllers: [InstrumentsController],
  providers: [InstrumentsService],
})
export class InstrumentsModule {}
