import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module.ts';
import { ChaptersController } from './chapters.controller.ts';
import { ChaptersRepository } from './chapters.repository.ts';

@Module({ imports: [JobsModule], controllers: [ChaptersController], providers: [ChaptersRepository] })
export class ChaptersModule {}
