import { Body, Controller, HttpCode, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Draft,
  type DraftChange,
  draftChangeSchema,
  draftSchema,
  draftStepSchema,
  STRATEGY_IDS,
} from '@ulpen/core';
import { z } from 'zod';
import type { Actor } from '../actors/actor.ts';
import { By } from '../actors/by.ts';
import { Database } from '../database/database.ts';
import { assertOwnRefs } from '../database/own-refs.ts';
import { Id } from '../problems/id-param.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { DraftsRepository } from './drafts.repository.ts';

const strategy = z.enum(STRATEGY_IDS);
const changeSchema = draftChangeSchema.extend({ strategy }).meta({ id: 'DraftChange' });
const stepSchema = draftStepSchema.extend({ strategy }).meta({ id: 'DraftStep' });
type Step = Pick<Draft, 'strategy' | 'version'>;

/** One draft for each way in. It is work in hand, no record: the stream of what happened does not tell of it. */
@ApiTags('plans')
@Controller()
export class DraftsController {
  constructor(
    private readonly db: Database,
    private readonly drafts: DraftsRepository,
  ) {}

  /** What a person changes against what the way in would do; the version is that of the draft that was changed. */
  @Put('jobs/:id/draft')
  @ApiResponse({ status: 200, standardSchema: draftSchema })
  @Problems(400, 404, 409)
  change(
    @Id('job') jobId: string,
    @By(null) by: Actor,
    @Body({ schema: changeSchema }) change: DraftChange,
  ): Promise<Draft> {
    return this.db.inJob(jobId, by, async (trx) => {
      await assertOwnRefs(trx, jobId, changeSchema, change);
      return this.drafts.change(trx, jobId, change);
    });
  }

  @Post('jobs/:id/draft/undo')
  @HttpCode(200)
  @ApiResponse({ status: 200, standardSchema: draftSchema })
  @Problems(400, 404, 409)
  undo(
    @Id('job') jobId: string,
    @By(null) by: Actor,
    @Body({ schema: stepSchema }) step: Step,
  ): Promise<Draft> {
    return this.db.inJob(jobId, by, (trx) => this.drafts.step(trx, jobId, step, 'undo'));
  }

  @Post('jobs/:id/draft/redo')
  @HttpCode(200)
  @ApiResponse({ status: 200, standardSchema: draftSchema })
  @Problems(400, 404, 409)
  redo(
    @Id('job') jobId: string,
    @By(null) by: Actor,
    @Body({ schema: stepSchema }) step: Step,
  ): Promise<Draft> {
    return this.db.inJob(jobId, by, (trx) => this.drafts.step(trx, jobId, step, 'redo'));
  }
}
