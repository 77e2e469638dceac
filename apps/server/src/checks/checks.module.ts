import { Module } from '@nestjs/common';
import { PairsModule } from '../pairs/pairs.module.ts';
import { ChecksController } from './checks.controller.ts';
import { ChecksRepository } from './checks.repository.ts';

@Module({
  imports: [PairsModule],
  controllers: [ChecksController],
  providers: [ChecksRepository],
  exports: [ChecksRepository],
})
export class ChecksModule {}
