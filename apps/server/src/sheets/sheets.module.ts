import { Module } from '@nestjs/common';
import { SheetsController } from './sheets.controller.ts';
import { SheetsRepository } from './sheets.repository.ts';

@Module({ controllers: [SheetsController], providers: [SheetsRepository], exports: [SheetsRepository] })
export class SheetsModule {}
