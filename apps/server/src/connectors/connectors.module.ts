import { Module } from '@nestjs/common';
import { ConnectorsController } from './connectors.controller.ts';
import { ConnectorsRepository } from './connectors.repository.ts';
import { PhotosRepository } from './photos.repository.ts';

@Module({
  controllers: [ConnectorsController],
  providers: [ConnectorsRepository, PhotosRepository],
  exports: [ConnectorsRepository, PhotosRepository],
})
export class ConnectorsModule {}
