import { Module } from '@nestjs/common';
import { DraftsController } from './drafts.controller.ts';
import { DraftsRepository } from './drafts.repository.ts';

@Module({ controllers: [DraftsController], providers: [DraftsRepository], exports: [DraftsRepository] })
export class DraftsModule {}
