import { Module } from '@nestjs/common';
import { IntakesController } from './intakes.controller.ts';
import { IntakesRepository } from './intakes.repository.ts';

@Module({ controllers: [IntakesController], providers: [IntakesRepository], exports: [IntakesRepository] })
export class IntakesModule {}
