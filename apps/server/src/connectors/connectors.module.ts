import { Module } from '@nestjs/common';
import { ConnectorsController } from './connectors.controller.ts';
import { ConnectorsRepository } from './connectors.repository.ts';

@Module({
  controllers: [ConnectorsController],
  providers: [ConnectorsRepository],
  exports: [ConnectorsRepository],
})
export class ConnectorsModule {}
