import { Module } from '@nestjs/common';
import { ChecksController } from './checks.controller.ts';
import { ChecksRepository } from './checks.repository.ts';

@Module({
  controllers: [ChecksController],
  providers: [ChecksRepository],
  exports: [ChecksRepository],
})
export class ChecksModule {}
