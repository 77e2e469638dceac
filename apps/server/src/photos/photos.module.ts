import { Module } from '@nestjs/common';
import { ConnectorsModule } from '../connectors/connectors.module.ts';
import { PhotosController } from './photos.controller.ts';
import { PhotosRepository } from './photos.repository.ts';

@Module({
  imports: [ConnectorsModule],
  controllers: [PhotosController],
  providers: [PhotosRepository],
  exports: [PhotosRepository],
})
export class PhotosModule {}
