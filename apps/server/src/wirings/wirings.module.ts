import { Module } from '@nestjs/common';
import { WiringsController } from './wirings.controller.ts';
import { WiringsRepository } from './wirings.repository.ts';

@Module({ controllers: [WiringsController], providers: [WiringsRepository], exports: [WiringsRepository] })
export class WiringsModule {}
