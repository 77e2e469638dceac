import { Module } from '@nestjs/common';
import { BriefsController } from './briefs.controller.ts';
import { BriefsRepository } from './briefs.repository.ts';

@Module({ controllers: [BriefsController], providers: [BriefsRepository], exports: [BriefsRepository] })
export class BriefsModule {}
