import { Module } from '@nestjs/common';
import { PairsController } from './pairs.controller.ts';
import { PairsRepository } from './pairs.repository.ts';

@Module({ controllers: [PairsController], providers: [PairsRepository], exports: [PairsRepository] })
export class PairsModule {}
