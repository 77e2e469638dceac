import { Module } from '@nestjs/common';
import { UnitsController } from './units.controller.ts';
import { UnitsRepository } from './units.repository.ts';

@Module({ controllers: [UnitsController], providers: [UnitsRepository], exports: [UnitsRepository] })
export class UnitsModule {}
