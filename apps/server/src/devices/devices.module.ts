import { Module } from '@nestjs/common';
import { DevicesController } from './devices.controller.ts';
import { DevicesRepository } from './devices.repository.ts';

@Module({ controllers: [DevicesController], providers: [DevicesRepository], exports: [DevicesRepository] })
export class DevicesModule {}
