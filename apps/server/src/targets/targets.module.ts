import { Module } from '@nestjs/common';
import { TargetsController } from './targets.controller.ts';
import { TargetsRepository } from './targets.repository.ts';

@Module({ controllers: [TargetsController], providers: [TargetsRepository], exports: [TargetsRepository] })
export class TargetsModule {}
