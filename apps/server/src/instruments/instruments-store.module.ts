import { Module } from '@nestjs/common';
import { InstrumentsRepository } from './instruments.repository.ts';

/** The instruments by themselves, for everything that is measured with them. */
@Module({ providers: [InstrumentsRepository], exports: [InstrumentsRepository] })
export class InstrumentsStoreModule {}
