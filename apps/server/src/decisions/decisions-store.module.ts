import { Module } from '@nestjs/common';
import { DecisionsRepository } from './decisions.repository.ts';

/** The stored decisions alone, apart from signing, which needs plans. */
@Module({ providers: [DecisionsRepository], exports: [DecisionsRepository] })
export class DecisionsStoreModule {}
